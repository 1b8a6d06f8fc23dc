const WORDS = 'The data of this shop can’t be read just now, so nothing can be shown, sold or changed. What is wrong, and what to do about it, stands in the log of the server.';

const PAGE = `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Oak Knot</title>
<style>body{font:17px/1.5 Georgia,serif;max-width:34em;margin:18vh auto;padding:0 1.5em;color:#3a2f22;background:#fbf7ef}h1{font-size:1.5em}@media(prefers-color-scheme:dark){body{color:#efe6d6;background:#211b14}}</style></head>
<body><main><h1>The data can’t be read</h1><p>${WORDS}</p></main></body></html>`;

/** What every address answers while the data can't be read: the same words, as a page or as a problem document. */
export function unsoundAnswer(path: string): Response {
  const headers = { 'Cache-Control': 'no-store', 'Retry-After': '30' };
  if (!path.startsWith('/api/')) return new Response(PAGE, { status: 503, headers: { ...headers, 'Content-Type': 'text/html; charset=utf-8' } });
  const body = { type: 'about:blank', title: 'Service Unavailable', status: 503, detail: WORDS, code: 'dataUnsound' };
  return new Response(JSON.stringify(body), { status: 503, headers: { ...headers, 'Content-Type': 'application/problem+json' } });
}
