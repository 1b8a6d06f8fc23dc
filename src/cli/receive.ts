import { once } from 'node:events';
import { receiver } from '../services/webhooks/receiver';
import { BadInput, type Streams } from './io';

/**
 * Listens as another program would that is told what happens, and lists what comes, until it is ended.
 *
 * @param port where, on this machine
 */
export async function runReceive(io: Streams, secret: string | undefined, port = '4000'): Promise<number> {
  if (secret === undefined) throw new BadInput(['oak receive: say what messages are signed with: --secret whsec_…']);
  const number = Number(port);
  if (!Number.isInteger(number) || number < 0 || number > 65_535)
    throw new BadInput([`oak receive: --port: “${port}” is no port; use a number up to 65535`]);
  const server = receiver(secret, ({ id, body, isSigned, isAgain }) =>
    io.write(
      `${isSigned ? (isAgain ? 'again' : 'taken') : 'REFUSED: not signed with this secret, or not now'} ${id} ${body}\n`,
    ),
  );
  const failed = once(server, 'error').then(([error]) => {
    throw new BadInput([`oak receive: ${error instanceof Error ? error.message : String(error)}`]);
  });
  server.listen(number, '127.0.0.1');
  await Promise.race([once(server, 'listening'), failed]);
  const address = server.address();
  io.write(`Listening on http://127.0.0.1:${typeof address === 'object' ? address?.port : port}/\n`);
  const ended = Promise.race(['SIGINT', 'SIGTERM'].map((signal) => once(process, signal)));
  await ended;
  server.close();
  server.closeAllConnections();
  return 0;
}
