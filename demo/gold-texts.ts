/**
 * Texts of several words that people would type for a concept, most of them no label anywhere, and for each index the
 * headings that a careful librarian would record for them, written by hand before anything was tuned. Where an index has
 * headings for the parts of a text only, those stand here, as they would be held together. An empty list says that there is no
 * heading. Half of them set the weights of suggestions, the others judge.
 */
export interface GoldText {
	text: string;
	why: string;
	sets: boolean;
	picks: Record<'bracken' | 'sorrel' | 'yarrow' | 'alder', string[]>;
}

const of = (text: string, sets: boolean, picks: Partial<GoldText['picks']>, why: string): GoldText => ({
	text,
	sets,
	why,
	picks: { bracken: [], sorrel: [], yarrow: [], alder: [], ...picks }
});

export const GOLD_TEXTS: GoldText[] = [
	of(
		'classroom noise',
		false,
		{
			bracken: ['Noise in schools', 'Acoustic surveys of schools'],
			sorrel: ['Noise Effects', 'Soundscape', 'Classroom Environment'],
			yarrow: ['Noise, Indoor'],
			alder: [
				'Room Acoustics',
				'Background Noise',
				'Noise (Sound)',
				'Classrooms',
				'Sound Pressure Level',
				'Reverberation'
			]
		},
		'Noise indoors; the place only where an index has it.'
	),
	of(
		'acoustic treatment',
		false,
		{
			bracken: ['Noise control measures', 'Interior design'],
			sorrel: ['Environmental Modification'],
			yarrow: ['Noise Reduction', 'Absorbers, Sound', 'Ceilings and Floors', 'Facility Design'],
			alder: [
				'Sound Absorbers',
				'Absorption (Sound)',
				'Room Acoustics',
				'Acoustics',
				'Noise Control',
				'Porous Absorbers',
				'Resonant Absorbers',
				'Architectural Acoustics',
				'Sound Insulation',
				'Acoustic Comfort'
			]
		},
		'What is done to a room so that it sounds otherwise; nothing medical.'
	),
	of(
		'teacher voice strain',
		false,
		{
			bracken: ['Teacher voice', 'Teacher stress', 'Teachers'],
			sorrel: ['Teachers', 'Occupational Stress']
		},
		'The voice of teachers under load; nursing and engineering have none of it.'
	),
	of(
		'patient comfort at night',
		false,
		{
			sorrel: ['Hospitalized Patients', 'Sleep Quality'],
			yarrow: [
				'Comfort Measures',
				'Night Care',
				'Nursing, Night',
				'Sleep Promotion',
				'Rest',
				'Rest and Sleep'
			],
			alder: ['Comfort', 'Acoustic Comfort', 'Wards (Hospital)']
		},
		'Comfort of inpatients in the night hours.'
	),
	of(
		'loudness of alarms',
		false,
		{
			sorrel: ['Loudness Perception'],
			yarrow: ['Alarms, Clinical', 'Equipment Noise', 'Sounds, Hospital', 'Alarms, Fire'],
			alder: ['Loudness', 'Alarm Systems', 'Sound Pressure Level', 'Signals']
		},
		'How loud signals are; two headings held together in engineering.'
	),
	of(
		'listening effort',
		false,
		{
			bracken: ['Listening', 'Mental effort'],
			sorrel: ['Mental Load', 'Listening Comprehension', 'Auditory Perception'],
			alder: ['Speech Transmission', 'Mental Workload', 'Assistive Listening Systems']
		},
		'The mental load of making out speech.'
	),
	of(
		'noise on hospital wards',
		true,
		{
			sorrel: ['Noise Effects', 'Soundscape', 'Hospital Environment'],
			yarrow: ['Noise, Indoor', 'Sounds, Hospital', 'Equipment Noise'],
			alder: [
				'Noise (Sound)',
				'Background Noise',
				'Wards (Hospital)',
				'Room Acoustics',
				'Sound Pressure Level'
			],
			bracken: ['Noise in schools']
		},
		'Noise indoors, the ward where there is a heading for it.'
	),
	of(
		'sleep loss of patients',
		true,
		{
			sorrel: ['Sleep Deprivation', 'Sleep Disturbances', 'Hospitalized Patients', 'Patients', 'Sleep'],
			yarrow: ['Sleep Disturbance', 'Sleep', 'Inpatients', 'Patients', 'Rest and Sleep'],
			bracken: ['Sleep of pupils'],
			alder: ['Sleep']
		},
		'Too little or broken sleep.'
	),
	of(
		'sleep of school children',
		true,
		{
			bracken: ['Sleep of pupils', 'Pupils', 'Primary pupils'],
			sorrel: ['Sleep', 'Elementary School Students', 'Students', 'Sleep Quality'],
			yarrow: ['Sleep', 'Pupils'],
			alder: ['Sleep']
		},
		'Sleep, and whose it is.'
	),
	of(
		'attention span in lessons',
		true,
		{
			bracken: ['Attention', 'Distraction', 'Attention difficulties'],
			sorrel: ['Attention', 'Sustained Attention', 'Selective Attention', 'Distraction'],
			yarrow: ['Attention', 'Distraction'],
			alder: []
		},
		'How long attention lasts.'
	),
	of(
		'distraction by talking',
		false,
		{
			bracken: ['Distraction', 'Attention'],
			sorrel: ['Distraction', 'Attention', 'Conversation', 'Selective Attention'],
			yarrow: ['Distraction', 'Attention', 'Conversation, Staff'],
			alder: ['Background Noise', 'Speech Transmission']
		},
		'Talk that draws attention away.'
	),
	of(
		'suturing practice with models',
		true,
		{
			bracken: ['Simulation', 'Teaching laboratories for practice'],
			sorrel: ['Simulation', 'Skills Training', 'Fine Motor Skills'],
			yarrow: ['Manikins', 'Simulation, Skills', 'Clinical Skills', 'Rooms, Skills', 'Suturing'],
			alder: ['Simulators', 'Surgical Simulators', 'Training Simulators']
		},
		'Practice of hand skills on something that stands in for a patient.'
	),
	of(
		'handwriting speed',
		false,
		{
			bracken: ['Handwriting', 'Motor skill learning'],
			sorrel: ['Handwriting', 'Fine Motor Skills', 'Movement Time', 'Motor Skills']
		},
		'Writing by hand as a skill.'
	),
	of(
		'fear of tests',
		true,
		{
			bracken: ['Test anxiety'],
			sorrel: ['Test Anxiety', 'Anxiety'],
			yarrow: ['Anxiety, Patient']
		},
		'The common words for one idea.'
	),
	of(
		'background music while studying',
		true,
		{
			bracken: ['Music education', 'Attention'],
			sorrel: ['Ambient Music', 'Attention'],
			yarrow: ['Music, Bedside'],
			alder: ['Sound Masking']
		},
		'Music as a surrounding sound.'
	),
	of(
		'music at the bedside',
		false,
		{
			sorrel: ['Ambient Music', 'Music Therapy'],
			yarrow: ['Music, Bedside', 'Sounds, Hospital'],
			alder: ['Sound Masking']
		},
		'Wanted sound near a bed.'
	),
	of(
		'privacy of conversations',
		true,
		{
			sorrel: ['Privacy', 'Conversation'],
			yarrow: ['Privacy, Patient', 'Conversation, Staff'],
			alder: ['Sound Masking', 'Speech Transmission'],
			bracken: ['Spaces for quiet']
		},
		'That others do not overhear.'
	),
	of(
		'road noise near schools',
		true,
		{
			bracken: ['Traffic', 'Noise in schools'],
			sorrel: ['Noise Effects'],
			yarrow: ['Traffic near Hospitals', 'Noise, Indoor'],
			alder: ['Traffic Noise', 'Noise Barriers', 'Noise Mapping', 'Noise (Sound)']
		},
		'Noise of traffic out of doors.'
	),
	of(
		'aircraft over hospitals',
		false,
		{
			sorrel: ['Noise Effects'],
			yarrow: ['Traffic near Hospitals'],
			alder: ['Aircraft Noise', 'Traffic Noise']
		},
		'Noise of traffic out of doors.'
	),
	of(
		'daylight in classrooms',
		true,
		{
			bracken: ['Lighting', 'Classrooms', 'Classroom design', 'Classroom environment'],
			sorrel: ['Lighting Effects', 'Classroom Environment'],
			yarrow: ['Windows, Ward', 'Lighting, Ward'],
			alder: ['Lighting', 'Windows', 'Glare', 'Classrooms', 'Visual Comfort']
		},
		'Light from outside.'
	),
	of(
		'light on wards at night',
		false,
		{
			sorrel: ['Lighting Effects', 'Biological Rhythms'],
			yarrow: ['Lighting, Ward', 'Night Care', 'Rhythm, Day-Night', 'Nursing, Night'],
			alder: ['Lighting', 'Wards (Hospital)', 'Glare'],
			bracken: ['Lighting']
		},
		'Light indoors, and when.'
	),
	of(
		'stale air in rooms',
		true,
		{
			bracken: ['Ventilation', 'Environmental conditions', 'Temperature'],
			sorrel: ['Air Quality Effects', 'Temperature Effects'],
			yarrow: ['Temperature, Room'],
			alder: ['Ventilation', 'Thermal Comfort']
		},
		'What people call bad air.'
	),
	of(
		'children who hear poorly',
		true,
		{
			bracken: ['Pupils with hearing loss', 'Hearing'],
			sorrel: ['Hearing Disorders'],
			yarrow: ['Hearing Loss', 'Aids, Hearing'],
			alder: ['Hearing Aids', 'Assistive Listening Systems']
		},
		'Hearing loss in plain words.'
	),
	of(
		'hearing aid users in class',
		false,
		{
			bracken: ['Pupils with hearing loss', 'Hearing'],
			sorrel: ['Hearing Disorders'],
			yarrow: ['Aids, Hearing', 'Hearing Loss'],
			alder: ['Hearing Aids', 'Assistive Listening Systems', 'Classrooms']
		},
		'The device, and whoever wears it.'
	),
	of(
		'remembering word lists',
		false,
		{
			bracken: ['Memory'],
			sorrel: ['Memory', 'Short Term Memory', 'Working Memory', 'Memory Measures', 'Serial Recall in Noise'],
			yarrow: ['Memory']
		},
		'Memory in plain words.'
	),
	of(
		'noise and working memory',
		true,
		{
			bracken: ['Memory', 'Noise in schools'],
			sorrel: ['Working Memory', 'Noise Effects', 'Memory', 'Serial Recall in Noise', 'Short Term Memory'],
			yarrow: ['Memory', 'Noise, Indoor'],
			alder: ['Noise (Sound)', 'Background Noise']
		},
		'Two ideas of which one is a heading.'
	),
	of(
		'carry over of skills to the ward',
		false,
		{
			bracken: ['Knowledge transfer'],
			sorrel: ['Transfer of Training', 'Skill Learning', 'Skills Training'],
			yarrow: ['Transfer of Learning', 'Clinical Skills', 'Education, Nursing']
		},
		'That what was practised is done at work.'
	),
	of(
		'robot arms in operating rooms',
		true,
		{
			yarrow: ['Surgery'],
			alder: ['Robotic Surgery Systems', 'Robots']
		},
		'Machines that operate.'
	),
	of(
		'quiet hours for patients',
		false,
		{
			yarrow: [
				'Quiet Time',
				'Rest',
				'Sleep Promotion',
				'Noise Reduction',
				'Rest and Sleep',
				'Quiet Rooms, Patient'
			],
			sorrel: ['Restorative Environments', 'Sleep'],
			bracken: ['Spaces for quiet', 'Breaks and rest'],
			alder: ['Noise Control']
		},
		'Times without noise on a ward.'
	),
	of(
		'open plan teaching spaces',
		true,
		{
			bracken: ['Open plan schools', 'Classroom design', 'Design and planning'],
			sorrel: ['Classroom Environment', 'School Environment'],
			alder: ['Classrooms', 'Room Acoustics', 'Building Design', 'Partitions (Movable)']
		},
		'Rooms without walls between classes.'
	)
];
