/** Who is here, for the bars of every screen. */
export const load = ({ locals: { person } }) => ({
	me: person && { name: person.name, role: person.role, alone: person.alone === true }
});
