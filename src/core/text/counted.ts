/** "1 record", "1,204 records": a number with what it counts, in the one or the other form. */
export const counted = (count: number, one: string, many = `${one}s`): string =>
	`${count.toLocaleString('en')} ${count === 1 ? one : many}`;
