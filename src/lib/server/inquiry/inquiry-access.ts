/** What a person may do in one inquiry. */
import { type Action, allow, INQUIRY_ROLES, type InquiryRole, type Person } from '../people';
import type { Queries } from '../db';
import { rolesIn } from './access-rows';
import { noInquiry } from './inquiry-rows';

/** What a person is in an inquiry: the most of what they are by themselves, by groups and by links. */
export async function roleIn(
	person: Person,
	inquiryId: string,
	on?: Queries
): Promise<InquiryRole | undefined> {
	const roles = await rolesIn(person, inquiryId, on);
	return INQUIRY_ROLES.find((role) => roles.includes(role));
}

/**
 * Whether a person may do something in an inquiry; every service that is given one asks here.
 * @throws ServiceError as `allow` does
 */
export async function allowIn(
	person: Person | undefined,
	action: Action,
	inquiryId: string,
	on?: Queries
): Promise<Person> {
	const role = person && (await roleIn(person, inquiryId, on));
	return allow(person, action, { role, absent: noInquiry(inquiryId) });
}
