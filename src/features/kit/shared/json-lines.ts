import { ApiProblem } from './api';

/**
 * Reads an answer that comes as one JSON value a line, each as soon as it is there.
 *
 * @throws ApiProblem when the server refuses
 */
export async function* readLines(url: string, signal: AbortSignal): AsyncGenerator<unknown> {
  const response = await fetch(url, { signal });
  if (!response.ok || !response.body)
    throw new ApiProblem(response.status, 'unexpected', `The server answered ${response.status}.`);
  const reader = response.body.pipeThrough(new TextDecoderStream()).getReader();
  let rest = '';
  for (;;) {
    const { value, done } = await reader.read();
    if (done) break;
    const lines = (rest + value).split('\n');
    rest = lines.pop() ?? '';
    for (const line of lines) if (line !== '') yield JSON.parse(line) as unknown;
  }
}
