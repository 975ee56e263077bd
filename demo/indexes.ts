/** The four stand-in indexes of the demo. */
export const DEMO_INDEXES = [
	{
		code: 'bracken',
		name: 'Bracken',
		discipline: 'education',
		coverage:
			'Schools, teaching and learning at every stage, from journals, reports and theses in English and Spanish.',
		letter: 'B',
		hue: 70,
		leaf: 'fern',
		headingNoun: 'topics',
		hasChief: false,
		edition: '2024'
	},
	{
		code: 'sorrel',
		name: 'Sorrel',
		discipline: 'psychology',
		coverage:
			'Perception, cognition, behaviour and their surroundings; journals, books and chapters since 1962.',
		letter: 'S',
		hue: 20,
		leaf: 'arrow',
		headingNoun: 'themes',
		hasChief: true,
		edition: '2023'
	},
	{
		code: 'yarrow',
		name: 'Yarrow',
		discipline: 'nursing',
		coverage: 'Nursing and the care of patients in hospital, at home and in the community.',
		letter: 'Y',
		hue: 300,
		leaf: 'feather',
		headingNoun: 'headings',
		hasChief: true,
		edition: '2024'
	},
	{
		code: 'alder',
		name: 'Alder',
		discipline: 'engineering',
		coverage: 'Buildings, acoustics, materials and human factors; journals and conference papers.',
		letter: 'A',
		hue: 235,
		leaf: 'round',
		headingNoun: 'named subjects',
		hasChief: false,
		edition: '2022'
	}
] as const;
