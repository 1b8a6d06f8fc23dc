import { problemDocument } from './problem';

/** After so long it is worth asking again, in seconds. */
const RETRY = 30;

const WORDS =
  'The data of this shop can’t be read just now, so nothing can be shown, sold or changed. What is wrong, and what to do about it, stands in the log of the server.';

const PAGE = `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Oak Knot</title>
<style>body{font:17px/1.5 Georgia,serif;max-width:34em;margin:18vh auto;padding:0 1.5em;color:#3a2f22;background:#fbf7ef}h1{font-size:1.5em}@media(prefers-color-scheme:dark){body{color:#efe6d6;background:#211b14}}</style></head>
<body><main><h1>The data can’t be read</h1><p>${WORDS}</p></main></body></html>`;

/** What every address answers while the data can't be read: the same words, as a page or as a problem document. */
export function unsoundAnswer(path: string): Response {
  if (path.startsWith('/api/')) return problemDocument(503, 'dataUnsound', WORDS, { retryAfter: RETRY });
  return new Response(PAGE, {
    status: 503,
    headers: { 'Cache-Control': 'no-store', 'Retry-After': String(RETRY), 'Content-Type': 'text/html; charset=utf-8' },
  });
}
