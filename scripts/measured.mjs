// Measures every request, for /metrics: what kind of address it was, how it ended, and how long it took.
import client from 'prom-client';

const KINDS = [
  [/^\/(api\/)?manage(\/|$)/, 'manage'],
  [/^\/(api\/)?shop(\/|$)/, 'shop'],
  [/^\/api\//, 'api'],
  [/^\/(_next|pictures)\//, 'files'],
];

const seconds = new client.Histogram({
  name: 'oak_knot_request_seconds',
  help: 'How long answers take, by the kind of address and the class of their status.',
  labelNames: ['kind', 'status'],
  buckets: [0.005, 0.02, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 10],
});

/** Notes how long an answer takes. Nothing of the address is kept but its kind: others may have secrets in it. */
export function measured(request, response) {
  const { url = '/' } = request;
  const kind = KINDS.find(([form]) => form.test(url))?.[1] ?? 'other';
  const end = seconds.startTimer({ kind });
  response.once('close', () => end({ status: `${Math.floor(response.statusCode / 100)}xx` }));
}
