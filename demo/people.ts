/** Made-up people, places and sources of the demo's records. */
import type { IndexCode } from './themes';

export const FAMILIES = (
	'Abelund Adeyra Alkorn Amsell Anvers Arbogast Ashdene Ballico Barrowin Bessimer Birchall-Voss Bodrell Brannock Brisco-Lund ' +
	'Calloway-Ruz Camberly Carrion-Holt Castrell Chidwell Corvane Cresswyn Dahlquest Danvers-Oke Delmarra Dinsdale-Wray Dorrick ' +
	'Eastlock Elmeryd Engström-Vale Estevary Faircombe Fenwright Ferrowin Fjelbro Galbrayne Garrody Gessner-Lowe Gildenhall ' +
	'Greymark Halloran-Tse Hartwynd Haverstock Helmsdotter Hollinrake Ibarrola Inchwood Iversholm Jaszka Jellicott Jorvane ' +
	'Kaldera Keldersen Kestrin Kinsolver Korhala Lambrecht-Oye Langmere Larkspurr Lindqvane Lockhaven Lorimond Maddersley ' +
	'Malkovar Marchetta-Roe Merrivale Mondrake Mossgrave Naismyth Nakatomo Nethercot Nordlinger Oakhanger Obinweke Okerlund ' +
	'Orrenmaa Ostrowell Paddiford Palmgreen Pellworth Petrosska Quarrington Quillon Ravensdal Redmayne-Iqb Rhodesworth Rosarill ' +
	'Rydercroft Sandoval-Pye Scarrowby Sedgemoor Silverine Skarsvik Sorrentane Stavely Sundermond Tamberlyn Tarkovene Thistlewood ' +
	'Thorsgate Tillingham Tomasevar Trelawn Ubriaco Umberfield Valdrake Vanterpoole Verhoeken Vickersund Wainfleet Wetherlam ' +
	'Whitlorn Winterbourne-Ade Woldergaard Wyndale Yarborough-Sen Yevgrin Zabriski Zellanter'
).split(' ');

export const GIVEN = (
	'Ada Alma Amir Anouk Aria Arne Beatriz Bram Camila Carys Cosmo Dara Davor Dilys Edda Elio Esme Fadil Fenna Frida Gaspar Greta ' +
	'Hanneke Hugo Ilse Imre Ines Iona Jago Jamila Jonas Juno Kai Katja Kofi Lena Leif Linnea Lucia Magnus Maren Mateo Mila Nadia ' +
	'Nils Noor Odette Olav Orla Paloma Piers Priya Quentin Ravi Rhea Rosa Sami Sanne Selma Soren Tamsin Teo Thea Tomas Uma Viggo ' +
	'Wanda Wim Xenia Yara Yusuf Zadie Zoran'
).split(' ');

/** Where the people of a discipline work; the first have most of them. */
export const AFFILIATIONS: Record<IndexCode, string[]> = {
	bracken: 'Orchard Hill School of Education; University of Aldermarch; Pennerley University; University of Upper Welland; Eastfell University; Kestrel Bay University; University of Mossley Head'.split('; '),
	sorrel: 'Bellhaven University; Westermarck Institute; University of Dunmere; Saltmarsh University; Thornbury Lake University; University of Ravensford; Eastfell University'.split('; '),
	yarrow: 'Stonebeck School of Nursing; Northmarsh University Hospital; Fairwater College of Health; Glenholt Teaching Hospital; University of Harrowvale; Pennerley University; Vale of Ister University'.split('; '),
	alder: 'Quarrybank Institute for Building Research; Carrowmoor Institute of Technology; Larchwood Polytechnic; Zollern Lake Technical University; University of Ravensford; Yewdale University'.split('; ')
}; // prettier-ignore

export const FUNDERS =
	'Aldermarch Research Council; Foundation for Quiet Places; Harrowvale Trust for Learning; Fund for Better Wards; Council for Building Science; Pennerley Endowment; Ministry of Schooling of Ravensford; Lamplight Charity'.split('; '); // prettier-ignore

/** Publishers of books, where chapters stand too. */
export const PUBLISHERS = 'Fernhollow Press; Three Oaks Books; Aldermarch University Press; Lowtide Editions; Greywether Academic'.split('; '); // prettier-ignore

/** Where each kind of work comes out; what has no line of its own comes out in journals. The first publish most. */
interface Sources {
	journals: string[];
	proceedings: string[];
	magazines: string[];
	/** Volumes that chapters stand in. */
	books: string[];
}
export const SOURCES: Record<IndexCode, Sources> = {
	bracken: {
		journals: 'Annals of Classroom Life; Schooling and Society Today; Learning in Practice; The Teacher’s Inquiry; Primary Matters; Revista de Aulas y Aprendizaje; Secondary Studies; Education and Place; Journal of School Premises; Studies in Pupil Wellbeing; Curriculum Letters'.split('; '),
		proceedings: 'Proceedings of the Welland Days of Schooling; Papers of the Assembly on Places for Learning'.split('; '),
		magazines: 'The Staff Room; Chalk and Slate Weekly'.split('; '),
		books: 'Handbook of Lived Classrooms; Places Where Children Learn'.split('; ')
	},
	sorrel: {
		journals: 'Mind and Surroundings; Archives of Attention; Perception Reports; Journal of Everyday Cognition; Sleep and Behaviour; Quarterly of Applied Psychology and Design; Studies in Learning and Recall; Motor Skill Letters; Emotion and Setting; The Psychological Observer'.split('; '),
		proceedings: 'Proceedings of the Bellhaven Meetings on Cognition; Papers of the Round Table on Perception'.split('; '),
		magazines: 'Everyday Mind; The Curious Observer'.split('; '),
		books: 'Attention in Ordinary Life; Companion to the Psychology of Settings'.split('; ')
	},
	yarrow: {
		journals: 'Ward and Bedside; Journal of Night Nursing; Care Environments; The Practising Nurse Inquirer; Annals of Patient Rest; Nursing Evidence Notes; Hospital Design and Care; Older People in Care; Bedside Safety Review; International Letters of Nursing'.split('; '),
		proceedings: 'Proceedings of the Stonebeck Days of Nursing; Papers of the Meeting on Calm Wards'.split('; '),
		magazines: 'The Night Shift; Nursing Week at a Glance'.split('; '),
		books: 'Handbook of the Healing Ward; Caring Through the Night'.split('; ')
	},
	alder: {
		journals: 'Rooms and Sound; Transactions in Building Acoustics; Indoor Engineering Letters; Journal of Quiet Construction; Materials for Interiors; Light and Air in Buildings; Measured Buildings; Noise Reduction Notes; Human Factors in Spaces'.split('; '),
		proceedings: 'Proceedings of the Forum on Built Comfort; Papers of the Quarrybank Conference; Digest of the Congress on Rooms'.split('; '),
		magazines: 'Site and Structure; The Practical Builder’s Monthly'.split('; '),
		books: 'Acoustics of Ordinary Buildings; Manual of Comfortable Interiors'.split('; ')
	}
}; // prettier-ignore
