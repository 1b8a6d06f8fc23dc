import { createServer, type Server } from 'node:http';
import { isSignedBy } from './signature';

/** What came. */
export interface Received {
  readonly id: string;
  readonly body: string;
  /** whether it was signed with the secret, just now */
  readonly isSigned: boolean;
  /** whether it has come before */
  readonly isAgain: boolean;
}

/** What is larger is no message of ours, in bytes. */
const LARGEST = 1024 * 1024;

/**
 * A stand-in for another program: takes messages that are signed, refuses all others, and tells what came.
 *
 * @param tell called for each message
 * @returns the server, which the caller lets listen and closes
 */
export function receiver(secret: string, tell: (received: Received) => void): Server {
  const known = new Set<string>();
  return createServer((request, response) => {
    const chunks: Buffer[] = [];
    let length = 0;
    request.on('data', (chunk: Buffer) => {
      length += chunk.length;
      if (length > LARGEST) request.destroy();
      else chunks.push(chunk);
    });
    request.on('end', () => {
      const said = (name: string) => String(request.headers[name] ?? '');
      const [id, body] = [said('webhook-id'), Buffer.concat(chunks).toString('utf8')];
      const message = { id, timestamp: Number(said('webhook-timestamp')), body };
      const isSigned = isSignedBy(secret, message, said('webhook-signature'), Date.now() / 1000);
      const isAgain = known.has(id);
      if (isSigned) known.add(id);
      tell({ id, body, isSigned, isAgain });
      response.writeHead(isSigned ? 204 : 401).end();
    });
  });
}
