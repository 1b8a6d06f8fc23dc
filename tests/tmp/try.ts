import { readdirSync } from 'node:fs';
import { startServer, cookieFor } from '../support/server';
const server = await startServer();
const json = (method: string, body: unknown) => ({
  method,
  headers: { 'Content-Type': 'application/json' },
  body: JSON.stringify(body),
});
const say = async (r: Response) => `${r.status} ${(await r.text()).slice(0, 160)}`;
const invite = (name: string, email = `${name}@x.example`, roles: string[] = []) =>
  server.ask('/api/manage/people', json('POST', { name, email, roles }));
try {
  console.log('same twice', await Promise.all([invite('a'), invite('a')].map((p) => p.then(say))));
  const { id } = (await (await invite('b')).json()) as { id: string };
  const links = await Promise.all(
    [1, 2, 3, 4].map(() =>
      server
        .ask(`/api/manage/people/${id}/link`, { method: 'POST' })
        .then((r) => r.json() as Promise<{ path: string }>),
    ),
  );
  const box = async () =>
    (
      (await (await server.ask('/api/manage/outbox')).json()) as {
        letters: { to: string; text: string; name: string }[];
      }
    ).letters;
  const letter = (await box()).filter(({ to }) => to === 'b@x.example');
  console.log('links at once', links.length, 'letters', letter.length);
  const inLetter = letter[0]?.text.match(/#([\w-]+)/)?.[1] ?? '';
  const works = async (secret: string) =>
    (await fetch(`${server.origin}/api/sign-in/link`, json('POST', { secret }))).status;
  console.log(
    'which works',
    await Promise.all(links.map(({ path }) => works(path.split('#')[1] ?? ''))),
    'letter',
    await works(inLetter),
  );
  for (const name of [
    'x\u0000y',
    '\u200b\u202e',
    'A'.repeat(121),
    'Ann\r\nBcc: evil@x.example',
    '"quo" <te>',
    '🐝'.repeat(30),
  ])
    console.log(
      JSON.stringify(name.slice(0, 20)),
      await invite(name, `n${Math.random().toString(36).slice(2)}@x.example`).then(say),
    );
  for (const email of [
    'a b@x.example',
    'x@y\r\nBcc: z',
    'ü@x.example',
    'a@' + 'x'.repeat(300),
    '<a@x.example>',
    'a@x.example, b@x.example',
  ])
    console.log(JSON.stringify(email.slice(0, 30)), await invite('n', email).then(say));
  const folder = `${server.databaseUrl.slice(5)}.outbox`;
  for (const l of await box())
    if (/evil/.test(l.text)) console.log('evil letter', JSON.stringify(l.text.slice(0, 60)), l.to);
  for (const p of [
    '%2e%2e%2fshop.db',
    '..%2f..%2fetc%2fpasswd',
    'a.1750000000000.eml%00',
    encodeURIComponent('a/../../shop.db.1750000000000.eml'),
  ])
    console.log(p, await server.ask(`/api/manage/outbox/${p}`).then(say));
  for (const body of [
    '',
    'null',
    '[]',
    '{"must":"nobody","x":1}',
    '{"must":["owners"]}',
    '{"must":"OWNERS"}',
    'x'.repeat(200_000),
  ])
    console.log(
      body.slice(0, 30),
      await server
        .ask('/api/manage/people/second-factor', {
          method: 'PUT',
          headers: { 'Content-Type': 'application/json' },
          body,
        })
        .then(say),
    );
  // killed in between
  for (let round = 0; round < 4; round += 1) {
    const going = Promise.all(
      Array.from({ length: 20 }, (_, n) =>
        invite(`k${round}-${n}`).then(
          (r) => r.status,
          () => 0,
        ),
      ),
    );
    await new Promise((r) => setTimeout(r, 15 + round * 30));
    await server.kill();
    const done = await going;
    await server.restart();
    const people = (await (await server.ask('/api/manage/people')).json()) as { email: string }[];
    const letters = await box();
    console.log(
      'killed',
      done.filter((s) => s === 200).length,
      'people',
      people.filter((p) => p.email.startsWith(`k${round}-`)).length,
      'letters',
      letters.filter((l) => l.to.startsWith(`k${round}-`)).length,
      'parts',
      readdirSync(folder).filter((n) => n.endsWith('.part')).length,
    );
  }
  // long password work: how long do others wait
  const cookie = await cookieFor(server.origin, await server.link());
  const begin = performance.now();
  const worst = { ms: 0 };
  let going = true;
  const poll = (async () => {
    while (going) {
      const t = performance.now();
      await fetch(`${server.origin}/health`);
      worst.ms = Math.max(worst.ms, performance.now() - t);
    }
  })();
  const tries = await Promise.all(
    Array.from({ length: 20 }, (_, n) =>
      fetch(`${server.origin}/api/manage/me/password`, {
        ...json('PUT', { current: null, next: ('abcABC123!' + n).repeat(12).slice(0, 128) }),
        headers: { 'Content-Type': 'application/json', Cookie: cookie },
      }).then((r) => r.status),
    ),
  );
  going = false;
  await poll;
  console.log(
    'passwords',
    tries.join(),
    Math.round(performance.now() - begin),
    'ms; others waited',
    Math.round(worst.ms),
  );
} finally {
  await server.close();
}
