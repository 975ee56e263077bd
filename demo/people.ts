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

export const AFFILIATIONS = (
	'University of Aldermarch; Bellhaven University; Carrowmoor Institute of Technology; University of Dunmere; Eastfell University; ' +
	'Fairwater College of Health; Glenholt Teaching Hospital; University of Harrowvale; Kestrel Bay University; Larchwood Polytechnic; ' +
	'University of Mossley Head; Northmarsh University Hospital; Orchard Hill School of Education; Pennerley University; ' +
	'Quarrybank Institute for Building Research; University of Ravensford; Saltmarsh University; Stonebeck School of Nursing; ' +
	'Thornbury Lake University; University of Upper Welland; Vale of Ister University; Westermarck Institute; Yewdale University; ' +
	'Zollern Lake Technical University'
).split('; ');

export const FUNDERS =
	'Aldermarch Research Council; Foundation for Quiet Places; Harrowvale Trust for Learning; Fund for Better Wards; Council for Building Science; Pennerley Endowment; Ministry of Schooling of Ravensford; Lamplight Charity'.split('; '); // prettier-ignore

export const PUBLISHERS = 'Fernhollow Press; Three Oaks Books; Aldermarch University Press; Lowtide Editions; Greywether Academic'.split('; '); // prettier-ignore

/** Journals of each discipline; the first publish most. */
export const SOURCES: Record<IndexCode, string[]> = {
	bracken: 'Annals of Classroom Life; Schooling and Society Today; Learning in Practice; The Teacher’s Inquiry; Primary Matters; Revista de Aulas y Aprendizaje; Secondary Studies; Education and Place; Journal of School Premises; Studies in Pupil Wellbeing; Curriculum Letters'.split('; '),
	sorrel: 'Mind and Surroundings; Archives of Attention; Perception Reports; Journal of Everyday Cognition; Sleep and Behaviour; Quarterly of Applied Psychology and Design; Studies in Learning and Recall; Motor Skill Letters; Emotion and Setting; The Psychological Observer'.split('; '),
	yarrow: 'Ward and Bedside; Journal of Night Nursing; Care Environments; The Practising Nurse Inquirer; Annals of Patient Rest; Nursing Evidence Notes; Hospital Design and Care; Older People in Care; Bedside Safety Review; International Letters of Nursing'.split('; '),
	alder: 'Rooms and Sound; Transactions in Building Acoustics; Indoor Engineering Letters; Journal of Quiet Construction; Materials for Interiors; Light and Air in Buildings; Measured Buildings; Proceedings of the Forum on Built Comfort; Noise Reduction Notes; Human Factors in Spaces'.split('; ')
}; // prettier-ignore
