/** The time of day, written alike everywhere. */
export const hour = (at: string | Date) =>
	new Date(at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });

/** A time as people say it: the hour on the same day, the date else. */
export function moment(at: string | Date, now = new Date()): string {
	const time = new Date(at);
	if (time.toDateString() === now.toDateString()) return `today ${hour(time)}`;
	const day = time.toLocaleDateString('en-GB', {
		day: 'numeric',
		month: 'short',
		...(time.getFullYear() !== now.getFullYear() && { year: 'numeric' })
	});
	return `${day} ${hour(time)}`;
}
