import { mkdir, readdir, readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { nanoid } from 'nanoid';
import { createTransport } from 'nodemailer';
import PostalMime from 'postal-mime';
import { DAY } from '../../core/calendar';
import { type Services } from '../context';
import { processLog } from '../process-log';
import { notFound } from '../refusal';

/** A letter to one person. */
export interface Letter {
  readonly from: { readonly name: string; readonly address: string };
  readonly to: { readonly name: string; readonly address: string };
  readonly subject: string;
  readonly text: string;
}

/** A letter that lies in the outbox. */
export interface WrittenLetter {
  /** what its file is called */
  readonly name: string;
  readonly to: string;
  readonly subject: string;
  readonly text: string;
  readonly written: number;
}

/** How a file is called that is still being written. */
const PART = '.part';
/** After so long nobody is writing it any more, in milliseconds. */
const WRITES_FOR = 60_000;

/** What the letters to somebody are called: when it was written stands behind whom it is for. */
const NAME = /^([\w-]{1,40})\.(\d{13})\.eml$/;

/**
 * The folder of letters that are written and still to be sent: whatever sends them takes them out of it. It is the one
 * that `OAK_KNOT_OUTBOX` names, else one beside the database.
 *
 * @returns null where the database is on a server and no folder is named: nothing is written then
 */
export function outboxOf({ database }: Pick<Services, 'database'>): string | null {
  const said = process.env.OAK_KNOT_OUTBOX?.trim() ?? '';
  if (said !== '') return said;
  return database.file === null ? null : `${database.file}.outbox`;
}

/** Makes the bytes of a letter. @see RFC 5322, Internet Message Format */
async function bytesOf(letter: Letter, at: Date): Promise<Buffer> {
  const transport = createTransport({ streamTransport: true, buffer: true, newline: 'windows' });
  const { message } = await transport.sendMail({
    ...letter,
    date: at,
    disableFileAccess: true,
    disableUrlAccess: true,
  });
  return message as Buffer;
}

/**
 * Puts a letter into the outbox, in the place of former ones to the same person. Nobody but us and whatever sends it
 * may read its file, which is whole as soon as it is there.
 *
 * @param whom what the person is known by
 * @returns whether there is an outbox
 */
export async function putIntoOutbox(context: Services, whom: string, letter: Letter): Promise<boolean> {
  const folder = outboxOf(context);
  if (folder === null) return false;
  const at = context.now();
  await mkdir(folder, { recursive: true, mode: 0o700 });
  const part = join(folder, `${whom}.${nanoid(8)}${PART}`);
  await writeFile(part, await bytesOf(letter, at), { mode: 0o600 });
  await takeOutOfOutbox(context, whom);
  await rename(part, join(folder, `${whom}.${at.getTime()}.eml`));
  return true;
}

/** What lies in a folder; nothing where it can't be read, which the log of the process says. */
async function filesIn(folder: string): Promise<string[]> {
  try {
    return await readdir(folder);
  } catch (err) {
    const isNone = err instanceof Error && 'code' in err && err.code === 'ENOENT';
    // Nothing has been written yet where there is none.
    if (!isNone) processLog.error({ err }, 'The outbox can’t be read');
    return [];
  }
}

const namesIn = async (folder: string): Promise<string[]> => (await filesIn(folder)).filter((name) => NAME.test(name));

const writtenOf = (name: string): number => Number(NAME.exec(name)?.[2]);

/**
 * Takes the letters to somebody out of the outbox: what they say no longer holds. Nothing waits for it to succeed: the
 * link in such a letter leads nowhere any more.
 */
export async function takeOutOfOutbox(context: Services, whom: string): Promise<void> {
  const folder = outboxOf(context);
  if (folder === null) return;
  try {
    for (const name of await namesIn(folder))
      if (NAME.exec(name)?.[1] === whom) await rm(join(folder, name), { force: true });
  } catch (err) {
    processLog.error({ err }, 'A letter could not be taken out of the outbox');
  }
}

/** Takes out what has been lying there for longer than it holds. @returns how many letters */
export async function clearOutbox(context: Services, days: number): Promise<number> {
  const folder = outboxOf(context);
  if (folder === null) return 0;
  const since = context.now().getTime() - days * DAY;
  const old = (await namesIn(folder)).filter((name) => writtenOf(name) < since);
  for (const name of [...old, ...(await leftIn(folder))]) await rm(join(folder, name), { force: true });
  return old.length;
}

/** What was being written when a process ended. */
async function leftIn(folder: string): Promise<string[]> {
  const parts = (await filesIn(folder)).filter((name) => name.endsWith(PART));
  const changed = await Promise.all(
    parts.map((name) =>
      stat(join(folder, name)).then(
        ({ mtimeMs }) => mtimeMs,
        () => 0,
      ),
    ),
  );
  return parts.filter((_, place) => (changed[place] ?? 0) < Date.now() - WRITES_FOR);
}

/** So many letters are shown. */
const MOST_SHOWN = 100;
/** What is longer is no letter of ours, in bytes. */
const LONGEST = 64 * 1024;

/** The letters that are still to be sent, the newest first. */
export async function listOutbox(context: Services): Promise<WrittenLetter[]> {
  const folder = outboxOf(context);
  if (folder === null) return [];
  const names = (await namesIn(folder)).sort((one, other) => writtenOf(other) - writtenOf(one)).slice(0, MOST_SHOWN);
  const read = await Promise.all(names.map((name) => readLetter(join(folder, name), name)));
  return read.filter((letter) => letter !== null);
}

/** Reads a letter; null for one that has just been taken out, and for what is none of ours. */
async function readLetter(file: string, name: string): Promise<WrittenLetter | null> {
  const bytes = await bytesOfFile(file);
  if (bytes === null) return null;
  const { subject = '', text = '', to } = await PostalMime.parse(bytes);
  return { name, to: to?.[0]?.address ?? '', subject, text: text.trim(), written: writtenOf(name) };
}

async function bytesOfFile(file: string): Promise<Buffer | null> {
  try {
    return (await stat(file)).size > LONGEST ? null : await readFile(file);
  } catch {
    return null;
  }
}

/** Where a letter is, and what is in it. @throws Refusal 404 */
async function requireLetter(context: Services, name: string): Promise<{ file: string; bytes: Buffer }> {
  const folder = outboxOf(context);
  const file = folder === null || !NAME.test(name) ? null : join(folder, name);
  const bytes = file === null ? null : await bytesOfFile(file);
  return file === null || bytes === null ? notFound('such letter in the outbox any more') : { file, bytes };
}

/** The bytes of a letter. @throws Refusal 404 */
export const letterBytes = async (context: Services, name: string): Promise<Buffer> =>
  (await requireLetter(context, name)).bytes;

/** Takes a letter out of the outbox, as when it has been sent by hand. @throws Refusal 404 */
export const dropLetter = async (context: Services, name: string): Promise<void> =>
  rm((await requireLetter(context, name)).file, { force: true });
