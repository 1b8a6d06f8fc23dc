// An answer that refuses a method says which there are, as RFC 9110 wants (15.5.6), and why in words. Which there are
// is known where the address is answered, and told to whoever asks by OPTIONS: so that is asked first.
import { request as ask } from 'node:http';

/** The methods of an address, as the server itself tells them; null where it doesn't. */
const methodsOf = ({ url, headers: { host } }, at) =>
  new Promise((resolve) => {
    const asked = ask({ ...at, path: url, method: 'OPTIONS', headers: { host } }, (answer) => {
      answer.resume();
      resolve(answer.headers.allow ?? null);
    });
    asked.on('error', () => resolve(null));
    asked.end();
  });

/** Lets the answer to a request say which methods there are, where it refuses the one that was used. */
export function sayingAllowed(request, response, at) {
  const writeHead = response.writeHead.bind(response);
  const end = response.end.bind(response);
  const isUnsaid = (status) => status === 405 && !response.hasHeader('Allow');
  // The head waits for what is to stand in it.
  response.writeHead = (status, ...more) => (isUnsaid(status) ? response : writeHead(status, ...more));
  response.end = (...more) => {
    if (!isUnsaid(response.statusCode) || response.headersSent) return end(...more);
    void methodsOf(request, at).then((methods) => {
      const detail = `Nothing is done by ${request.method} here${methods === null ? '' : `; there are ${methods}`}.`;
      writeHead(405, {
        ...(methods !== null && { Allow: methods }),
        'Content-Type': 'application/problem+json',
        'Cache-Control': 'no-store',
      });
      end(JSON.stringify({ type: 'about:blank', title: 'Method Not Allowed', status: 405, detail, code: 'noMethod' }));
    });
    return response;
  };
}
