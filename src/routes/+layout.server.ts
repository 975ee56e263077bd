/** Who is here, for the bars of every screen. */
export const load = ({ locals: { person } }) => ({
	me: person && { id: person.id, name: person.name, role: person.role, alone: person.alone === true }
});
