/** What can be asked of teaching. */
import { endpoint } from '../endpoint';
import { momentsOfInquiry, revisionIn } from '../inquiry';
import { replayed } from './replay';

export const teachingEndpoints = [
	/** When each change of an inquiry was made. */
	endpoint('GET /inquiry/[id]/replay/moments', {
		action: 'read',
		run: ({ person, params }) => momentsOfInquiry(person, params.id)
	}),
	/** An inquiry as it was after a change, and what that change did to its figures. */
	endpoint('GET /inquiry/[id]/replay/[revision]', {
		action: 'read',
		run: ({ person, params }) => replayed(person, params.id, revisionIn(params.revision))
	})
] as const;
