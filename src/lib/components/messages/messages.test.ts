import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { messages } from './messages.svelte';

beforeEach(() => {
	vi.useFakeTimers();
	messages.clear();
});
afterEach(() => vi.useRealTimers());

it('leave what was just done, with its way back, on the line, whatever others do meanwhile', () => {
	const undo = { label: 'Undo', run: () => {} };
	messages.say('Picked “Noise”', undo);
	vi.advanceTimersByTime(1_000);
	messages.hear('Ines: picked “Rest”');
	expect(messages.shown).toMatchObject({ text: 'Picked “Noise”', act: undo });
	vi.advanceTimersByTime(6_000);
	messages.hear('Ines: picked “Sleep”');
	expect(messages.shown).toMatchObject({ text: 'Ines: picked “Sleep”' });
});

it('tell what others do close together as one, and an alert before it', () => {
	vi.advanceTimersByTime(20_000);
	for (const by of ['Ines', 'Tomas', 'Ines']) messages.hear(`${by}: added a word`);
	expect(messages.shown?.text).toBe('Ines: added a word; 3 changes just now');
	vi.advanceTimersByTime(5_000);
	messages.hear('Tomas: left a note');
	expect(messages.shown?.text).toBe('Tomas: left a note');
	messages.warn('Not saved.');
	messages.hear('Tomas: left another note');
	expect(messages.shown?.text).toBe('Not saved.');
});
