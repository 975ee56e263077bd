/** A time as people say it: the hour on the same day, the date else. */
export function moment(at: string | Date, now = new Date()): string {
	const time = new Date(at);
	const hour = time.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
	if (time.toDateString() === now.toDateString()) return `today ${hour}`;
	const day = time.toLocaleDateString('en-GB', {
		day: 'numeric',
		month: 'short',
		...(time.getFullYear() !== now.getFullYear() && { year: 'numeric' })
	});
	return `${day} ${hour}`;
}
