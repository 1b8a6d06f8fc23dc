import { serveDatabase } from './server';

// A database file, served as a libSQL server serves it, to see on one machine how a shop does with its data elsewhere.

const [file, port = '8080', distance = '0'] = process.argv.slice(2);
if (file === undefined || !/^\d+$/.test(port) || !/^\d+$/.test(distance)) {
  console.error('Say which file: npm run -s database-server -- FILE [PORT] [MILLISECONDS that it is away]');
  process.exit(2);
}
const server = await serveDatabase(file, Number(port), Number(distance));
process.stdout.write(`${file} is served at ${server.url}. Start the shop with OAK_KNOT_DATABASE_URL=${server.url}\n`);
