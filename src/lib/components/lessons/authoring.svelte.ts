/** Which lesson is being made in which inquiry, in this browser. */
import { keepHere, keptHere } from '../parts/kept-here';

const PLACE = 'oakmoss:authoring';

interface InHand {
	lesson: string;
	inquiry: string;
	title: string;
}

class Authoring {
	inHand = $state.raw<InHand | null>(keptHere<InHand | null>(PLACE, null));

	set(to: InHand | null): void {
		this.inHand = to;
		keepHere(PLACE, to);
	}
}
export const authoring = new Authoring();
