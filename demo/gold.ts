/**
 * The gold crosswalk: for "Quiet rooms" and for ten more concepts, the headings that a careful librarian would record in
 * each index, written by hand with the reason where it is not plain. An empty list says that there is no heading.
 * Suggestions are measured against it; their weights were set on the concepts marked `sets`, and on no others.
 */
import type { Fit } from '../src/core/crosswalk';

export interface GoldPick {
	heading: string;
	fit: Fit;
	why?: string;
}

export interface GoldConcept {
	name: string;
	words: string[];
	/** Whether the weights of the suggestions were set on it. */
	sets: boolean;
	picks: Record<'bracken' | 'sorrel' | 'yarrow' | 'alder', GoldPick[]>;
}

const pick = (heading: string, fit: Fit = 'exact', why?: string): GoldPick => ({
	heading,
	fit,
	...(why && { why })
});

export const GOLD: GoldConcept[] = [
	{
		name: 'room acoustics and noise',
		words: ['room acoustics', 'noise', 'reverberation', 'sound level*', 'classroom acoustics'],
		sets: true,
		picks: {
			bracken: [
				pick('Noise in schools', 'close', 'Classroom acoustics have no topic of their own.'),
				pick('Acoustic surveys of schools', 'narrower', 'Measured levels stand apart.')
			],
			sorrel: [
				pick('Noise Effects', 'close'),
				pick('Soundscape', 'close', 'Since 2011; earlier work is under Noise Effects.')
			],
			yarrow: [pick('Noise, Indoor'), pick('Sounds, Hospital', 'related', 'Wanted sounds as well.')],
			alder: [
				pick('Room Acoustics'),
				pick('Noise (Sound)', 'broader', 'Out of doors too.'),
				pick('Reverberation', 'narrower'),
				pick('Background Noise', 'narrower'),
				pick('Sound Pressure Level', 'narrower')
			]
		}
	},
	{
		name: 'attention',
		words: ['attention', 'concentration', 'distraction'],
		sets: false,
		picks: {
			bracken: [pick('Attention'), pick('Distraction', 'related')],
			sorrel: [
				pick('Attention'),
				pick('Sustained Attention', 'narrower', 'Since 1991; before that Vigilance.'),
				pick('Distraction', 'related'),
				pick('Selective Attention', 'narrower')
			],
			yarrow: [pick('Attention'), pick('Distraction', 'narrower')],
			alder: []
		}
	},
	{
		name: 'sleep and rest',
		words: ['sleep', 'rest', 'napping', 'sleep quality'],
		sets: true,
		picks: {
			bracken: [pick('Sleep of pupils', 'narrower'), pick('Breaks and rest', 'narrower')],
			sorrel: [
				pick('Sleep'),
				pick('Sleep Quality', 'narrower'),
				pick('Napping', 'narrower'),
				pick('Relaxation', 'related', 'Rest without sleep is placed there.')
			],
			yarrow: [pick('Rest and Sleep'), pick('Sleep', 'narrower'), pick('Rest', 'narrower')],
			alder: [pick('Sleep', 'close', 'Unplaced; “Rest (Mechanics)” is a false friend.')]
		}
	},
	{
		name: 'pupils and patients',
		words: ['pupil*', 'patient*', 'schoolchildren', 'inpatient*'],
		sets: false,
		picks: {
			bracken: [pick('Pupils', 'narrower'), pick('Pupils who are ill', 'narrower')],
			sorrel: [
				pick('Students', 'broader'),
				pick('Elementary School Students', 'narrower'),
				pick('Patients', 'narrower'),
				pick('Hospitalized Patients', 'narrower')
			],
			yarrow: [pick('Patients', 'narrower'), pick('Inpatients', 'narrower'), pick('Pupils', 'narrower')],
			alder: [pick('Occupants', 'broader', 'Pupils and patients have no headings of their own.')]
		}
	},
	{
		name: 'design measures',
		words: ['acoustic panel*', 'sound absorption', 'ceiling tile*', 'single room*', 'retrofit*'],
		sets: false,
		picks: {
			bracken: [pick('Classroom design', 'narrower'), pick('Design and planning', 'broader')],
			sorrel: [pick('Environmental Modification', 'close'), pick('Single Rooms', 'narrower')],
			yarrow: [
				pick('Facility Design', 'broader'),
				pick('Noise Reduction', 'close'),
				pick('Rooms, Single', 'narrower'),
				pick('Ceilings and Floors', 'narrower'),
				pick('Absorbers, Sound', 'narrower')
			],
			alder: [
				pick('Absorption (Sound)', 'narrower'),
				pick('Sound Absorbers', 'narrower'),
				pick('Retrofitting', 'narrower'),
				pick('Noise Control', 'close')
			]
		}
	},
	{
		name: 'outdoor traffic noise',
		words: ['traffic noise', 'road noise', 'aircraft noise'],
		sets: true,
		picks: {
			bracken: [pick('Traffic', 'broader')],
			sorrel: [],
			yarrow: [pick('Traffic near Hospitals', 'narrower')],
			alder: [pick('Traffic Noise'), pick('Aircraft Noise', 'narrower'), pick('Railway Noise', 'related')]
		}
	},
	{
		name: 'fine manual skill',
		words: ['manual dexterity', 'fine motor skill*', 'hand skill'],
		sets: false,
		picks: {
			bracken: [pick('Motor skill learning', 'close'), pick('Handwriting', 'narrower')],
			sorrel: [
				pick('Fine Motor Skills'),
				pick('Motor Skills', 'broader', 'Before 2001.'),
				pick('Bimanual Coordination', 'narrower')
			],
			yarrow: [pick('Dexterity, Manual'), pick('Clinical Skills', 'broader')],
			alder: [pick('Manual Operations', 'related')]
		}
	},
	{
		name: 'practice on simulators',
		words: ['simulator*', 'simulation training', 'skills laboratory'],
		sets: false,
		picks: {
			bracken: [
				pick('Simulation'),
				pick('Teaching laboratories for practice', 'related', 'The rooms, not the method.')
			],
			sorrel: [pick('Simulation', 'close')],
			yarrow: [
				pick('Simulation, Skills'),
				pick('Manikins', 'related', 'The thing, not the method.'),
				pick('Rooms, Skills', 'related')
			],
			alder: [
				pick('Training Simulators'),
				pick('Surgical Simulators', 'narrower'),
				pick('Simulators', 'broader')
			]
		}
	},
	{
		name: 'carry-over of training',
		words: ['transfer of training', 'transfer of learning', 'generalisation of skills'],
		sets: true,
		picks: {
			bracken: [pick('Knowledge transfer')],
			sorrel: [pick('Transfer of Training')],
			yarrow: [pick('Transfer of Learning')],
			alder: []
		}
	},
	{
		name: 'privacy',
		words: ['privacy', 'being overheard', 'confidential talk'],
		sets: false,
		picks: {
			bracken: [],
			sorrel: [pick('Privacy'), pick('Territoriality', 'related')],
			yarrow: [pick('Privacy, Patient'), pick('Curtains, Bed', 'related'), pick('Dignity', 'related')],
			alder: []
		}
	},
	{
		name: 'light in rooms',
		words: ['lighting', 'illumination', 'daylight', 'bright light'],
		sets: false,
		picks: {
			bracken: [pick('Lighting')],
			sorrel: [pick('Lighting Effects')],
			yarrow: [pick('Lighting, Ward')],
			alder: [pick('Lighting'), pick('Visual Comfort', 'related'), pick('Glare', 'narrower')]
		}
	},
	{
		name: 'music in the background',
		words: ['background music', 'music listening', 'ambient music'],
		sets: false,
		picks: {
			bracken: [pick('Music education', 'related', 'The only topic that has music at all.')],
			sorrel: [pick('Ambient Music'), pick('Music Therapy', 'related')],
			yarrow: [pick('Music, Bedside', 'close')],
			alder: []
		}
	},
	{
		name: 'fear of examinations',
		words: ['test anxiety', 'exam stress', 'examination nerves'],
		sets: true,
		picks: {
			bracken: [pick('Test anxiety'), pick('Stress of pupils', 'broader')],
			sorrel: [pick('Test Anxiety'), pick('Anxiety', 'broader')],
			yarrow: [],
			alder: []
		}
	},
	{
		name: 'hearing loss',
		words: ['hearing impairment', 'deafness', 'hard of hearing', 'hearing aid*'],
		sets: false,
		picks: {
			bracken: [
				pick('Pupils with hearing loss', 'narrower'),
				pick('Hearing', 'broader'),
				pick('Assistive technology', 'related')
			],
			sorrel: [pick('Hearing Disorders'), pick('Tinnitus', 'related')],
			yarrow: [pick('Hearing Loss'), pick('Aids, Hearing', 'related')],
			alder: [pick('Hearing Aids', 'related'), pick('Assistive Listening Systems', 'related')]
		}
	},
	{
		name: 'memory',
		words: ['memory', 'recall', 'working memory', 'remembering'],
		sets: false,
		picks: {
			bracken: [pick('Memory')],
			sorrel: [
				pick('Memory'),
				pick('Working Memory', 'narrower'),
				pick('Recall', 'narrower'),
				pick('Short Term Memory', 'narrower')
			],
			yarrow: [pick('Memory')],
			alder: []
		}
	},
	{
		name: 'indoor climate',
		words: ['room temperature', 'indoor air', 'ventilation', 'thermal comfort', 'stuffy air'],
		sets: false,
		picks: {
			bracken: [
				pick('Temperature', 'narrower'),
				pick('Ventilation', 'narrower'),
				pick('Environmental conditions', 'broader')
			],
			sorrel: [pick('Temperature Effects', 'narrower'), pick('Air Quality Effects', 'narrower')],
			yarrow: [
				pick('Temperature, Room', 'narrower'),
				pick('Air, Indoor', 'narrower', '“Ventilation, Mechanical” is a false friend.')
			],
			alder: [
				pick('Ventilation', 'narrower'),
				pick('Thermal Comfort', 'narrower'),
				pick('Air Conditioning', 'narrower')
			]
		}
	}
];
