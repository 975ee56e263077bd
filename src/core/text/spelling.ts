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

/** Beginnings and middles of words that differ, in whatever form the word is. */
const PARTS: readonly (readonly [RegExp, string])[] = [
	// Colour, but not four, hour or tour: the family is closed.
	[
		/(arb|ard|arm|behavi|bel?ab|cand|clam|clang|col|dem(?=eanour)|demean|disfav|dol|enam|endeav|fav|ferv|flav|glam|harb|hon|hum|lab|neighb|od|parl|ranc|rig|rum|sav|splend|succ|tum|val|vap|vig)our/,
		'$1or'
	],
	[
		/(cent|met|lit|theat|fib|calib|sab|somb|spect|lust|louv|goit|mit|och|meag|accout)re(?=$|s$|d$|[a-z]{4})/,
		'$1er'
	],
	[/(cent|louv)red$/, '$1ered'],
	[/(?<=^|micro|macro|an|hyper|hypo)(an)ae(?=mi|st)/, '$1e'],
	[/(^|[a-z])haem(?=[aior])/, '$1hem'],
	[/(leuk|septic|ur|tox|hyperglyc|hypoglyc)aem/, '$1em'],
	[/(^|[a-z])(p|gyn|arch|f|c|medi|prim|p?al)ae(?=d|co|o|c|s|v|val)/, '$1$2e'],
	[/^(a|o)e(?=sth|tiol|on|str|dem|soph|strad)/, 'e'],
	[/(anaesth)/, 'anesth'],
	[/(^|[a-z])f(o)e(?=t)/, '$1fe'],
	[/(hom)oe(?=o)/, '$1e'],
	[/(rrh|pn)oea/, '$1ea'],
	[/oeuv(?=r|er)/, 'euv'],
	[/(an|cat|di|epi|mono|pro|trave|dec|ana)logue?(?=$|s$|d$|ing$)/, '$1log'],
	[/gramme(?=s?$)/, 'gram'],
	[/(def|lic|off|pret)ence(?=$|s$|less|d$)/, '$1ense'],
	[/^(inst|enr|fulf|dist|appal|enthr)([aio]?)l(?=s$|$|ment)/, '$1$2l'],
	[/(?<=[ei])ll(ous|ously)$/, 'l$1'],
	[/(counci|counse)llor/, '$1lor'],
	[/^wooll(?=en|y)/, 'wool'],
	[/clarinett(?=ist)/, 'clarinet'],
	[/^p[ay]?yjama/, 'pajama'],
	[/^moustach/, 'mustach'],
	[/^yoghurt/, 'yogurt'],
	[/^syphon/, 'siphon'],
	[/^draught/, 'draft'],
	[/^cheque(?=$|s$|[a-z]{4}|red$)/, 'check'],
	[/^(plough)/, 'plow'],
	[/^(m|sm)oul(?=d|t)/, '$1ol'],
	[/^grey/, 'gray'],
	[/^sulph/, 'sulf'],
	[/^sceptic/, 'skeptic'],
	[/^artefact/, 'artifact'],
	[/^aeroplane/, 'airplane'],
	[/^(conne|infle|defle|refle)xion/, '$1ction']
];

/** Nouns that stay as they are at the end of a solid compound too, as in "whitenoise". */
const COMPOUND_END =
	/(noise|exercise|enterprise|franchise|premise|promise|surprise|cruise|praise|paradise)s?$/;

function stripPlural(word: string): [string, string] {
	return word.endsWith('s') && word.length > 3 && !word.endsWith('ss')
		? [word.slice(0, -1), 's']
		: [word, ''];
}

/** Most words hold none of the letters that differ. */
const MAY_DIFFER =
	/is|lys|ll|our|re|ae|oe|logue|gramme|ence|tt|ul|draught|cheque|plough|grey|sulph|scep|artef|xion|l$/;

/** American spelling of a folded word; the word itself where there is no difference. */
export function americanise(word: string): string {
	const [root, plural] = stripPlural(word);
	const whole =
		TO_AMERICAN.get(word) ?? (plural && TO_AMERICAN.has(root) ? TO_AMERICAN.get(root) + plural : undefined);
	if (whole !== undefined) return whole;
	if (word.length < 4 || !MAY_DIFFER.test(word) || EXCEPTIONS.has(word) || EXCEPTIONS.has(root)) return word;
	if (COMPOUND_END.test(word)) return word;
	return PARTS.reduce((spelt, [part, american]) => spelt.replace(part, american), word)
		.replace(/(?<=.{3})is(e|es|ed|er|ers|ing|ingly|able|ably|ement|ation|ations|ational)$/, 'iz$1')
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
