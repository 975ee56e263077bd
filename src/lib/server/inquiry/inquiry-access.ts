/** What a person may do in one inquiry. */
import { ServiceError } from '../errors';
import { type Action, allow, INQUIRY_ROLES, type InquiryRole, notAllowed, type Person } from '../people';
import { linkedIndexes, rolesIn } from './access-rows';
import { noInquiry } from './inquiry-rows';

/** What a person is in an inquiry: the most of what they are by themselves, by groups and by links. */
export function roleIn(person: Person, inquiryId: string): Promise<InquiryRole | undefined> {
	const known = person.found?.get(inquiryId);
	if (known) return known;
	const found = findRole(person, inquiryId);
	person.found?.set(inquiryId, found);
	found.catch(() => person.found?.delete(inquiryId));
	return found;
}

async function findRole(person: Person, inquiryId: string): Promise<InquiryRole | undefined> {
	const roles = await rolesIn(person, inquiryId);
	return INQUIRY_ROLES.find((role) => roles.includes(role));
}

/**
 * Whether a person may do something in an inquiry; every service that is given one asks here.
 * @throws ServiceError as `allow` does
 */
export async function allowIn(
	person: Person | undefined,
	action: Action,
	inquiryId: string
): Promise<Person> {
	return (await standingIn(person, action, inquiryId)).person;
}

/** The same, with what they are there. */
export async function standingIn(
	person: Person | undefined,
	action: Action,
	inquiryId: string
): Promise<{ person: Person; role: InquiryRole }> {
	const role = person && (await roleIn(person, inquiryId));
	const absent = () => noInquiry(inquiryId);
	const asking = allow(person, action, { role, absent });
	if (!role) throw absent();
	if (action === 'take-part' && !(await takesPart(asking, inquiryId))) throw notAllowed(asking, action);
	return { person: asking, role };
}

/** Whether somebody takes part by themselves or by a group: a link shows an inquiry to whoever has it, and no more. */
export async function takesPart(person: Person, inquiryId: string): Promise<boolean> {
	if (!person.links?.length) return (await roleIn(person, inquiryId)) !== undefined;
	return (await findRole({ ...person, links: [] }, inquiryId)) !== undefined;
}

/** Of some indexes those that somebody may be told of: whoever comes by links, of those that the inquiries behind them use. */
export async function allowedIndexes(
	person: Person | undefined,
	codes: readonly string[]
): Promise<string[]> {
	if (person?.role !== 'visitor') return [...codes];
	const linked = await linkedIndexes(person.links ?? []);
	return codes.filter((code) => linked.has(code));
}

/**
 * Whether somebody may be told of some indexes, each of them.
 * @throws ServiceError 404 for any other, as if there were none
 */
export async function allowIndexes(person: Person | undefined, codes: readonly string[]): Promise<void> {
	const allowed = await allowedIndexes(person, codes);
	const hidden = codes.find((code) => !allowed.includes(code));
	if (hidden !== undefined)
		throw new ServiceError(404, 'no-index', `There is no subject index “${hidden}” in what the link shows.`);
}
