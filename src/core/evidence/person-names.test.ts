import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CslName } from './citation';
import { formOf, isShorter, joinForms, keyOfForm, type NameForm } from './person-names';

const form = (name: CslName) => formOf(name) as NameForm;
const named = (text: string): CslName => {
	const [family, given] = text.split(', ');
	return { family, given };
};

describe('forms of a name', () => {
	it.each([
		['Okerlund, S.', 'Okerlund, Sami', true],
		['Okerlund, S.', 'Okerlund, Sami Jo', true],
		['Okerlund, S.J.', 'Okerlund, Sami Jo', true],
		['Okerlund, SJ', 'Okerlund, Sami Jo', true],
		['Okerlund, Sami', 'Okerlund, Sami J.', true],
		['van den Okerlund, S.', 'Okerlund, Sami', true],
		['Ökerlund, s.', 'Okerlund, Sami', true],
		['Okerlund, Sami', 'Okerlund, S.', false],
		['Okerlund, Sami', 'Okerlund, Sami', false],
		['Okerlund, K.', 'Okerlund, Sami', false],
		['Okerlund, Sam', 'Okerlund, Sami', false],
		['Okerlund-Voss, S.', 'Okerlund, Sami', false],
		['Okerlund-Voss, S.', 'Okerlund Voss, Sami', false],
		['Okerlund-Voss, S.', 'Okerlund‐Voss, Sami', true]
	])('%s is %s written shorter: %s', (one, other, is) =>
		expect(isShorter(form(named(one)), form(named(other)))).toBe(is)
	);

	it('are none of a body, or of one letter', () => {
		expect(formOf({ literal: 'Board of Quiet' })).toBeUndefined();
		expect(formOf({ family: 'B', given: 'Al' })).toBeUndefined();
	});

	const seen = (text: string, ...beside: string[]) => ({ form: form(named(text)), beside: () => new Set(beside) });

	it('are joined where one alone fits and something stands beside both', () => {
		expect(joinForms([seen('Okerlund, S.', 'voss k'), seen('Okerlund, Sami', 'voss k')])).toEqual([1, 1]);
		expect(joinForms([seen('Okerlund, S.', 'voss k'), seen('Okerlund, Sami', 'marl j')])).toEqual([0, 1]);
		// Two fit, so that it is joined to neither.
		const three = ['Okerlund, S.', 'Okerlund, Sami', 'Okerlund, Sanne'].map((text) => seen(text, 'rooms'));
		expect(joinForms(three)).toEqual([0, 1, 2]);
	});

	it('never chain: what others are joined to stands alone', () => {
		const parts = fc.array(fc.constantFrom('S', 'Sami', 'Sanne', 'J', 'Jo'), { maxLength: 3 });
		fc.assert(
			fc.property(
				fc.uniqueArray(parts, { maxLength: 7, selector: (given) => given.join(' ') }),
				fc.array(fc.uniqueArray(fc.nat(3)), { minLength: 7, maxLength: 7 }),
				(all, beside) => {
					const forms = all.map((given, i) => ({
						form: { family: 'okerlund', given: given.map((part) => part.toLowerCase()) },
						beside: () => new Set(beside[i].map(String))
					}));
					const joined = joinForms(forms);
					joined.forEach((to, i) => {
						expect(joined[to]).toBe(to);
						if (to === i) return;
						expect(isShorter(forms[i].form, forms[to].form)).toBe(true);
						expect(keyOfForm(forms[i].form)).not.toBe(keyOfForm(forms[to].form));
						expect(forms.filter((other) => isShorter(forms[i].form, other.form))).toHaveLength(1);
					});
				}
			)
		);
	});

	it('are joined by hand whatever the rule says, in circles too, and are one person together', () => {
		const three = ['Okerlund, S.', 'Okerlund, Sami', 'Okerlund, Sanne'].map((text) => seen(text, 'rooms'));
		const said = (...pairs: [string, string][]) => joinForms(three, new Map(pairs));
		expect(said(['okerlund, s', 'okerlund, sanne'])).toEqual([2, 1, 2]);
		expect(said(['okerlund, sami', 'okerlund, s'], ['okerlund, s', 'okerlund, sanne'])).toEqual([2, 2, 2]);
		expect(said(['okerlund, s', 'nobody, x'])).toEqual([0, 1, 2]);
		const pair = [seen('Okerlund, S.', 'voss k'), seen('Okerlund, Sami', 'voss k')];
		expect(joinForms(pair, new Map([['okerlund, s', '']]))).toEqual([0, 1]);
		const keys = three.map(({ form }) => keyOfForm(form));
		fc.assert(
			fc.property(fc.array(fc.tuple(fc.constantFrom(...keys), fc.constantFrom('', ...keys))), (pairs) => {
				const byHand = new Map(pairs.filter(([one, other]) => one !== other));
				const joined = joinForms(three, byHand);
				joined.forEach((to, i) => {
					expect(joined[to]).toBe(to);
					const other = byHand.get(keys[i]);
					if (other) expect(joined[keys.indexOf(other)]).toBe(to);
				});
			})
		);
	});
}); // prettier-ignore
