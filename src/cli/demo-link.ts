import { Database } from '../data/database';
import { demoLink } from '../services/people/demo-owner';

/** Prints the path of a link that signs in once as the owner of the demo shop; nothing where it is somebody else's. */
const database = await Database.open();
process.stdout.write((await demoLink({ database, now: () => new Date() })) ?? '');
database.close();
