/** British and American spellings: whole words first, then endings, with the words the endings get wrong. */

const BRITISH_AMERICAN: ReadonlyArray<readonly [string, string]> = [
	['behaviour', 'behavior'],
	['behavioural', 'behavioral'],
	['colour', 'color'],
	['favour', 'favor'],
	['flavour', 'flavor'],
	['harbour', 'harbor'],
	['honour', 'honor'],
	['humour', 'humor'],
	['labour', 'labor'],
	['neighbour', 'neighbor'],
	['neighbourhood', 'neighborhood'],
	['odour', 'odor'],
	['rumour', 'rumor'],
	['tumour', 'tumor'],
	['vapour', 'vapor'],
	['vigour', 'vigor'],
	['centre', 'center'],
	['fibre', 'fiber'],
	['litre', 'liter'],
	['metre', 'meter'],
	['theatre', 'theater'],
	['calibre', 'caliber'],
	['programme', 'program'],
	['catalogue', 'catalog'],
	['dialogue', 'dialog'],
	['analogue', 'analog'],
	['defence', 'defense'],
	['licence', 'license'],
	['offence', 'offense'],
	['practise', 'practice'],
	['grey', 'gray'],
	['mould', 'mold'],
	['moulding', 'molding'],
	['plough', 'plow'],
	['tyre', 'tire'],
	['kerb', 'curb'],
	['storey', 'story'],
	['ageing', 'aging'],
	['judgement', 'judgment'],
	['enrolment', 'enrollment'],
	['fulfilment', 'fulfillment'],
	['skilful', 'skillful'],
	['jewellery', 'jewelry'],
	['aluminium', 'aluminum'],
	['sulphur', 'sulfur'],
	['mum', 'mom'],
	['paediatric', 'pediatric'],
	['orthopaedic', 'orthopedic'],
	['anaesthesia', 'anesthesia'],
	['anaesthetic', 'anesthetic'],
	['anaemia', 'anemia'],
	['haemorrhage', 'hemorrhage'],
	['haemoglobin', 'hemoglobin'],
	['oestrogen', 'estrogen'],
	['oedema', 'edema'],
	['foetus', 'fetus'],
	['foetal', 'fetal'],
	['diarrhoea', 'diarrhea'],
	['manoeuvre', 'maneuver'],
	['encyclopaedia', 'encyclopedia'],
	['gynaecology', 'gynecology'],
	['leukaemia', 'leukemia'],
	['apnoea', 'apnea'],
	['dyspnoea', 'dyspnea'],
	['orthopaedics', 'orthopedics'],
	['paediatrics', 'pediatrics']
];

const TO_AMERICAN = new Map(BRITISH_AMERICAN);
const TO_BRITISH = new Map(BRITISH_AMERICAN.map(([british, american]) => [american, british]));

/** Words in -ise, -yse or -lled that are spelt so everywhere. */
const EXCEPTIONS = new Set(
	(
		'advertise advise arise comprise compromise concise demise despise devise disguise enterprise excise exercise ' +
		'expertise franchise improvise noise otherwise poise praise precise promise raise revise rise supervise surprise ' +
		'televise wise appraise bruise cruise cerise chemise paradise premise reprise treatise turquoise tortoise ' +
		'called filled rolled pulled drilled skilled enrolled installed controlled patrolled propelled compelled ' +
		'calling filling rolling pulling drilling enrolling installing controlling selling telling spelling dwelling ' +
		'swelling smelling falling rolling milling billing willing killing walling hearing ceiling'
	).split(' ')
);

/** Nouns that stay as they are at the end of a solid compound too, as in "whitenoise". */
const COMPOUND_END =
	/(noise|exercise|enterprise|franchise|premise|promise|surprise|cruise|praise|paradise)s?$/;

function stripPlural(word: string): [string, string] {
	return word.endsWith('s') && word.length > 3 && !word.endsWith('ss')
		? [word.slice(0, -1), 's']
		: [word, ''];
}

/** American spelling of a folded word; the word itself where there is no difference. */
export function americanise(word: string): string {
	const [root, plural] = stripPlural(word);
	const whole =
		TO_AMERICAN.get(word) ?? (plural && TO_AMERICAN.has(root) ? TO_AMERICAN.get(root) + plural : undefined);
	if (whole !== undefined) return whole;
	if (word.length < 6 || !/is|lys|ll/.test(word) || EXCEPTIONS.has(word) || EXCEPTIONS.has(root)) return word;
	if (COMPOUND_END.test(word)) return word;
	return word
		.replace(/(?<=.{3})is(e|es|ed|er|ers|ing|ation|ations|ational)$/, 'iz$1')
		.replace(/lys(e|ed|er|ers|ing)$/, 'lyz$1')
		.replace(/([aeiou])ll(ed|ing|er|ers)$/, '$1l$2');
}

/** British spelling of a folded word, for offering; the word itself where there is no difference. */
export function britishise(word: string): string {
	const [root, plural] = stripPlural(word);
	const whole =
		TO_BRITISH.get(word) ?? (plural && TO_BRITISH.has(root) ? TO_BRITISH.get(root) + plural : undefined);
	if (whole !== undefined) return whole;
	if (word.length < 6) return word;
	return word
		.replace(/(?<=.{3})iz(e|es|ed|er|ers|ing|ation|ations|ational)$/, 'is$1')
		.replace(/lyz(e|ed|er|ers|ing)$/, 'lys$1');
}
