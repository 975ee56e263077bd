// Ending with whoever started us, even where nobody told us: the processes above are watched.
import { readFileSync } from 'node:fs';

function parentOf(pid) {
	try {
		return Number(/^PPid:\s+(\d+)/m.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0);
	} catch {
		return 0;
	}
}

/** The chain from us up to the npm that runs us, or our parent alone without npm. */
function starters() {
	const chain = [];
	let pid = process.pid;
	for (let i = 0; i < 4; i++) {
		const parent = parentOf(pid);
		if (parent <= 1) break;
		chain.push([pid, parent]);
		const command = readFileSync(`/proc/${parent}/cmdline`, 'utf8');
		if (/\bnpm\b/.test(command)) return chain;
		pid = parent;
	}
	return chain.slice(0, 1);
}

/** Calls `end` once, on a signal or when a process that started us is gone. */
export function onEnd(end) {
	let called = false;
	const once = (reason) => {
		if (called) return;
		called = true;
		end(reason);
	};
	for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => once(signal));
	const chain = process.platform === 'linux' ? starters() : [];
	setInterval(() => {
		if (chain.some(([pid, parent]) => parentOf(pid) !== parent)) once('parent gone');
	}, 500).unref();
}
