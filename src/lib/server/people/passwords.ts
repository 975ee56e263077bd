/** Which passwords may be chosen: long ones that few others chose. */
import { dictionary } from '@zxcvbn-ts/language-common';
import { ServiceError } from '../errors';

let common: ReadonlySet<string> | undefined;
/** Those most often chosen, of published lists: some fifty thousand, in small letters. */
const commonOnes = () => (common ??= new Set(dictionary['passwords-common'] as string[]));

/** What stands once or several times in a row: “secretsecret” is as good as “secret”. */
const REPEATED = /^(.+?)\1+$/s;

/**
 * @param email whose password it will be
 * @throws ServiceError 422 for one that would be among the first to be tried
 */
export function refuseCommon(password: string, email: string): void {
	const folded = password.trim().toLowerCase();
	const repeated = REPEATED.exec(folded)?.[1] ?? folded;
	if (commonOnes().has(folded) || commonOnes().has(repeated) || repeated.length === 1)
		throw new ServiceError(
			422,
			'common-password',
			'This password is one of those most often chosen, and would be tried first. Choose another one, such as four words that do not belong together.'
		);
	const address = email.trim().toLowerCase();
	if (address !== '' && (folded === address || folded === address.split('@')[0]))
		throw new ServiceError(422, 'common-password', 'This password is your own address. Choose another one.');
}
