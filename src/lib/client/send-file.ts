/** Sends a file, telling how far it is, with XMLHttpRequest, which alone says how much of a file has been sent. */
import { type Answer, asHeader } from './ask';

export interface Sending<T> {
	answer: Promise<Answer<T>>;
	cancel: () => void;
}

/** @param told is told which share of the file has been sent, 0 to 1 */
export function sendFile<T>(
	address: string,
	file: File,
	type: string,
	told: (share: number) => void
): Sending<T> {
	const request = new XMLHttpRequest();
	const failed = (isAway: boolean, message: string, code = 'not-taken'): Answer<T> => ({
		fault: { isAway, code, message }
	});
	const answer = new Promise<Answer<T>>((resolve) => {
		request.open('PUT', address);
		request.setRequestHeader('content-type', type);
		for (const [name, value] of Object.entries(asHeader())) request.setRequestHeader(name, value);
		request.upload.onprogress = ({ loaded, total }) => told(total ? loaded / total : 0);
		request.onload = () => {
			let said: { error?: { code: string; message: string } } | undefined;
			try {
				said = JSON.parse(request.responseText) as typeof said;
			} catch {
				// Something between here and the server answered in its place.
			}
			if (said && request.status < 300) resolve({ value: said as T });
			else
				resolve(
					failed(
						false,
						said?.error?.message ?? 'The file was not taken; nothing was changed.',
						said?.error?.code
					)
				);
		};
		request.onerror = () =>
			resolve(
				failed(true, 'The server cannot be reached. Nothing was changed; the file is still chosen here.')
			);
		request.onabort = () =>
			resolve(failed(false, 'Sending was cancelled. Nothing was changed.', 'cancelled'));
		request.send(file);
	});
	return { answer, cancel: () => request.abort() };
}
