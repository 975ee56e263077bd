/** Which forms of a name are of one person: "S. Okerlund" and "Sami Okerlund". */
import type { CslName } from './citation';
import { fold } from '../text';

/** A name as it is compared. */
export interface NameForm {
	/** Folded, without particles; the parts of a hyphenated name stay joined, so that it equals only itself. */
	family: string;
	/** Folded given names and initials, in their order. */
	given: readonly string[];
}

/** Small words before a family name, which some sources leave out. */
const PARTICLES = new Set(
	'af al av bin da de del della den der di do dos du el ibn la las le los ten ter van von y zu zum zur'.split(
		' '
	)
);

/** A name as it is compared; nothing for a body, which has no given names, and for a family name of one letter. O(length). */
export function formOf({ family, given }: CslName): NameForm | undefined {
	const words = (family ?? '')
		.trim()
		.split(/\s+/)
		.map((word) =>
			word
				.split(/[-‐‑–]/)
				.map(fold)
				.filter(Boolean)
				.join('-')
		)
		.filter(Boolean);
	const own = words.filter((word, i) => i === words.length - 1 || !PARTICLES.has(word)).join(' ');
	if (own.length < 2) return undefined;
	const parts = (given ?? '')
		.trim()
		.split(/[\s.\-‐‑–]+/)
		.filter(Boolean)
		// Initials that are written together: "KM".
		.flatMap((part) => (/^\p{Lu}{2,3}$/u.test(part) ? [...part] : [part]))
		.map(fold)
		.filter((part) => part !== '' && !PARTICLES.has(part));
	return { family: own, given: parts };
}

/** Tells a form from others. */
export const keyOfForm = ({ family, given }: NameForm): string => `${family}, ${given.join(' ')}`;

/** Whether one form may be another one written shorter: every given name of it is there, or begins with its initial. */
export function isShorter(one: NameForm, other: NameForm): boolean {
	if (one.family !== other.family || one.given.length > other.given.length) return false;
	const fits = one.given.every((part, i) => {
		const whole = other.given[i];
		return part === whole || (part.length === 1 && whole.startsWith(part));
	});
	// Few fit, of a family name that many have; only those are asked whether they are the same.
	return fits && keyOfForm(one) !== keyOfForm(other);
}

/** A form with what stands beside it wherever it does: co-authors, affiliations, sources. */
export interface SeenForm {
	form: NameForm;
	beside: () => ReadonlySet<string>;
}

/**
 * Of forms of one family name, each once, the form that each is joined to; its own place where it stands alone. A form is
 * joined to a fuller one where exactly one fuller form fits it and both share something that stands beside them, so joins never
 * chain. O(forms × forms with the same initial) besides what stands beside those that could be joined.
 * @param byHand by the key of a form, that of the form it is joined to whatever the rule says; empty where it stands alone
 */
export function joinForms(forms: readonly SeenForm[], byHand: ReadonlyMap<string, string> = NONE): number[] {
	const byInitial = new Map<string, number[]>();
	const initialOf = ({ given }: NameForm) => given[0]?.[0] ?? '';
	forms.forEach(({ form }, i) => {
		const own = byInitial.get(initialOf(form));
		if (own) own.push(i);
		else byInitial.set(initialOf(form), [i]);
	});
	const everyForm = forms.map((_, i) => i);
	const byRule = forms.map(({ form, beside }, i) => {
		const could = form.given.length === 0 ? everyForm : (byInitial.get(initialOf(form)) ?? []);
		const fuller = onlyOne(could, (j) => isShorter(form, forms[j].form));
		if (fuller === undefined) return i;
		const others = forms[fuller].beside();
		return [...beside()].some((one) => others.has(one)) ? fuller : i;
	});
	return byHand.size === 0 ? byRule : joinedByHand(forms, byRule, byHand);
}

const NONE: ReadonlyMap<string, string> = new Map();

/** The same with what was said by hand: whoever is joined to a form that is joined itself is of that person too. */
function joinedByHand(
	forms: readonly SeenForm[],
	byRule: readonly number[],
	byHand: ReadonlyMap<string, string>
): number[] {
	const places = new Map(forms.map(({ form }, i) => [keyOfForm(form), i]));
	const to = forms.map(({ form }, i) => {
		const said = byHand.get(keyOfForm(form));
		return said === undefined ? byRule[i] : (places.get(said) ?? i);
	});
	return to.map((_, i) => {
		const passed = new Set<number>();
		let at = i;
		// Forms that were joined in a circle are one person, called by the first of them.
		while (to[at] !== at && !passed.has(at)) {
			passed.add(at);
			at = to[at];
		}
		return to[at] === at ? at : Math.min(...circleFrom(to, at));
	});
}

function circleFrom(to: readonly number[], start: number): number[] {
	const circle = [start];
	for (let at = to[start]; at !== start; at = to[at]) circle.push(at);
	return circle;
}

/** The one number of some for which a condition holds; nothing where it holds for none or for several. */
function onlyOne(numbers: readonly number[], holds: (one: number) => boolean): number | undefined {
	let found: number | undefined;
	for (const one of numbers) {
		if (!holds(one)) continue;
		if (found !== undefined) return undefined;
		found = one;
	}
	return found;
}
