import { mkdirSync, readdirSync, readFileSync, statSync, symlinkSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import * as outboxed from '@/app/api/manage/outbox/[name]/route';
import * as outbox from '@/app/api/manage/outbox/route';
import * as person from '@/app/api/manage/people/[id]/route';
import * as personLink from '@/app/api/manage/people/[id]/link/route';
import * as people from '@/app/api/manage/people/route';
import { forget } from '@/services/upkeep/forgetting';
import { type Asking } from '../support/asked-route';
import { whoCame, whoOwns } from '../support/come-in';
import { openForRoutes, type RouteServices } from '../support/services';

let context: RouteServices;
let owner: Asking;
let folder: string;
beforeEach(async () => {
  delete (globalThis as { oakKnotCounters?: unknown }).oakKnotCounters;
  context = await openForRoutes({ local: true });
  folder = `${context.file}.outbox`;
  owner = await whoOwns(context);
});
afterEach(() => {
  vi.unstubAllEnvs();
  return context.close();
});

const at = <T>(params: T) => ({ params: Promise.resolve(params) });

async function invited(name: string, email = `${name.toLowerCase()}@lane.example`) {
  const { body } = await owner.hear(people.POST(owner.request('POST', { name, email, roles: [] })));
  return body as { id: string; path: string; isWritten: boolean };
}

const newLink = async (id: string) =>
  (await owner.hear(personLink.POST(owner.request('POST'), at({ id })))).body as { path: string };

interface Letter {
  readonly name: string;
  readonly to: string;
  readonly subject: string;
  readonly text: string;
}

const letters = async () => (await owner.hear(outbox.GET(owner.request('GET')))).body.letters as Letter[];
const drop = (name: string) => owner.hear(outboxed.DELETE(owner.request('DELETE'), at({ name })));

describe('the outbox', () => {
  it('has a letter with the link for whoever is let in, as a file that only we may read', async () => {
    const { id, path, isWritten } = await invited('Ødd “Fenn”', 'odd@lane.example');
    expect(isWritten).toBe(true);
    const [letter, ...more] = await letters();
    expect(more).toEqual([]);
    expect(letter).toMatchObject({ to: 'odd@lane.example', subject: 'Your way in to Pollard Lane Bee Works' });
    expect(letter?.text).toContain('Hello Ødd “Fenn”,');
    expect(letter?.text).toContain('Wren Pollard lets you in at Pollard Lane Bee Works.');
    expect(letter?.text).toContain(`http://oak.example${path}`);
    const [file = ''] = readdirSync(folder);
    expect(file.startsWith(`${id}.`)).toBe(true);
    expect(statSync(join(folder, file)).mode & 0o777).toBe(0o600);
    expect(statSync(folder).mode & 0o777).toBe(0o700);
    const bytes = readFileSync(join(folder, file), 'utf8');
    expect(bytes).toMatch(/^From: "?Pollard Lane Bee Works"? <no-reply@oak\.example>\r$/m);
    expect(bytes).toMatch(/^Date: .*2026/m);
    const saved = await outboxed.GET(owner.request('GET'), at({ name: file }));
    expect([saved.headers.get('content-type'), await saved.text()]).toEqual(['message/rfc822', bytes]);
    await whoCame(letter?.text.match(/#[\w-]+/)?.[0] ?? '');
    expect(await letters()).toEqual([]);
  });

  it('has the newest link alone, and none of whoever may no longer come in', async () => {
    const tilda = await invited('Tilda');
    await invited('Odd');
    context.advance(1000);
    const { path } = await newLink(tilda.id);
    const [newest] = await letters();
    expect(newest?.text).toContain('has made you a new link for Pollard Lane Bee Works');
    expect(newest?.text).toContain(path);
    expect((await letters()).map(({ to }) => to)).toEqual(['tilda@lane.example', 'odd@lane.example']);
    await owner.hear(person.PATCH(owner.request('PATCH', { ended: true }), at({ id: tilda.id })));
    expect((await letters()).map(({ to }) => to)).toEqual(['odd@lane.example']);
  });

  it('has one letter with the link that is good where two are made at once', async () => {
    const { id } = await invited('Tilda');
    const made = await Promise.all([newLink(id), newLink(id), newLink(id)]);
    const [letter, ...more] = await letters();
    expect(more).toEqual([]);
    const secret = letter?.text.match(/#([\w-]+)/)?.[1] ?? '';
    expect(made.some(({ path }) => path.endsWith(secret))).toBe(true);
    await whoCame(`#${secret}`);
  });

  it('is cleared of letters whose links are too old, and of those that somebody removes', async () => {
    const names = async () => (await letters()).map(({ name }) => name);
    await invited('Tilda');
    context.advance(6 * 24 * 3600_000);
    await invited('Odd');
    expect((await forget(context)).letters).toBe(0);
    context.advance(24 * 3600_000 + 1);
    writeFileSync(join(folder, 'half.abc.part'), 'half');
    utimesSync(join(folder, 'half.abc.part'), 0, 0);
    writeFileSync(join(folder, 'just-now.abc.part'), 'half');
    expect((await forget(context)).letters).toBe(1);
    expect(readdirSync(folder).filter((name) => name.endsWith('.part'))).toEqual(['just-now.abc.part']);
    const [left = ''] = await names();
    expect((await drop(left)).status).toBe(200);
    expect((await drop(left)).status).toBe(404);
    expect(await names()).toEqual([]);
  });

  it('hands out letters of its own alone', async () => {
    await invited('Tilda');
    writeFileSync(join(folder, '..', 'secret.eml'), 'not a letter');
    writeFileSync(join(folder, 'notes.txt'), 'not a letter');
    mkdirSync(join(folder, 'folder.1750000000000.eml'));
    symlinkSync('gone', join(folder, 'gone.1750000000000.eml'));
    writeFileSync(join(folder, 'huge.1750000000000.eml'), 'x'.repeat(70_000));
    writeFileSync(join(folder, 'empty.1750000000000.eml'), '');
    writeFileSync(join(folder, 'odd.1750000000000.eml'), Buffer.from([0, 255, 254, 10, 13, 0]));
    expect((await letters()).map(({ to }) => to)).toEqual(['tilda@lane.example', '', '']);
    for (const name of ['../secret.eml', '..%2fsecret.eml', 'notes.txt', '', '.', 'x'.repeat(9000), 'gone.175.eml'])
      expect([name, (await owner.hear(outboxed.GET(owner.request('GET'), at({ name })))).status]).toEqual([name, 404]);
    expect((await drop('../secret.eml')).status).toBe(404);
  });

  it('is the folder that the machine names; where it can’t be written, the link is made all the same', async () => {
    const named = join(folder, '..', 'mail', 'to-send');
    vi.stubEnv('OAK_KNOT_OUTBOX', named);
    vi.stubEnv('OAK_KNOT_SENDER', 'shop@lane.example');
    await invited('Tilda');
    const [file = ''] = readdirSync(named);
    expect(readFileSync(join(named, file), 'utf8')).toContain('<shop@lane.example>');
    writeFileSync(join(folder, '..', 'a-file'), '');
    vi.stubEnv('OAK_KNOT_OUTBOX', join(folder, '..', 'a-file'));
    vi.spyOn(process.stderr, 'write').mockReturnValue(true);
    const odd = await invited('Odd');
    expect(odd.isWritten).toBe(false);
    expect(await letters()).toEqual([]);
    await whoCame(odd.path);
  });
});
