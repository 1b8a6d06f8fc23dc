import { gzipSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { Refusal } from '../services/refusal';
import { draftsSchema, numberFrom, readBytes, readJson } from './route';

const request = (body: BodyInit | null, type = 'application/json') =>
  new Request('http://shop.example/', { method: 'POST', body, headers: { 'Content-Type': type } });
const schema = z.strictObject({ name: z.string() });

/** A body of unknown length, as a client may send it. */
const stream = (size: number) =>
  new ReadableStream({
    start(controller) {
      for (let sent = 0; sent < size; sent += 1000) controller.enqueue(new Uint8Array(1000));
      controller.close();
    },
  });

describe('readJson', () => {
  it('reads what the schema says', async () => {
    expect(await readJson(request('{"name":"Ada"}'), schema)).toEqual({ name: 'Ada' });
    expect(await readJson(request('{"name":"Ada"}', 'application/json; charset=utf-8'), schema)).toEqual({
      name: 'Ada',
    });
  });

  it.each([
    ['a form', request('name=Ada', 'application/x-www-form-urlencoded'), 415],
    ['no JSON', request('{name}'), 400],
    ['nothing', request(''), 400],
    ['too much', request(JSON.stringify({ name: 'a'.repeat(2000) })), 413],
  ])('refuses %s', async (_what, given, status) => {
    await expect(readJson(given, schema, 1000)).rejects.toMatchObject({ status });
  });

  it('reads UTF-8 and UTF-16 by their marks, and what is packed with gzip', async () => {
    const text = '{"name":"Ädà 🐝"}';
    const sent = (bytes: Uint8Array, packed = {}) =>
      new Request('http://x/', {
        method: 'POST',
        headers: { 'Content-Type': 'application/json', ...packed },
        body: new Uint8Array(bytes),
      });
    const marked = (mark: readonly number[], bytes: Uint8Array) => Buffer.concat([Uint8Array.from(mark), bytes]);
    const utf16 = Buffer.from(text, 'utf16le');
    const gzip = { 'Content-Encoding': 'gzip' };
    for (const given of [
      sent(Buffer.from(text)),
      sent(marked([0xef, 0xbb, 0xbf], Buffer.from(text))),
      sent(marked([0xff, 0xfe], utf16)),
      sent(marked([0xfe, 0xff], Buffer.from(utf16).swap16())),
      sent(gzipSync(text), gzip),
      sent(gzipSync(text), { 'Content-Encoding': 'x-gzip' }),
      sent(Buffer.from(text), { 'Content-Encoding': 'identity' }),
    ])
      expect(await readJson(given, schema)).toEqual({ name: 'Ädà 🐝' });
    const refused = async (given: Request) =>
      readJson(given, schema, 1000).then(
        () => 'read',
        (error: unknown) => (error as { code: string }).code,
      );
    // Nothing that is no text is read as if it were.
    expect(await refused(sent(Uint8Array.from([0x22, 0xff, 0x22])))).toBe('notText');
    expect(await refused(sent(Buffer.from(text), gzip))).toBe('notGzip');
    expect(await refused(sent(gzipSync(text).subarray(0, 20), gzip))).toBe('notGzip');
    expect(await refused(sent(gzipSync(text), { 'Content-Encoding': 'br' }))).toBe('notPackedSo');
    // What is small when it comes and large when it is unpacked is never unpacked whole.
    expect(await refused(sent(gzipSync(' '.repeat(900_000)), gzip))).toBe('bodyTooLarge');
  });

  it('says what is wrong with another shape, and where', async () => {
    await expect(readJson(request('{"name":1}'), schema)).rejects.toMatchObject({
      status: 400,
      message: '/name: This must be text, and is a number: write it in quotes, "1".',
    });
    await expect(readJson(request('{"name":"Ada","admin":true}'), schema)).rejects.toMatchObject({
      status: 400,
      message: '/admin: Nothing is called “admin” here. Take it out, or look at how it is spelt.',
    });
  });
});

describe('readBytes', () => {
  it('stops reading a body that goes on and on', async () => {
    const endless = new Request('http://shop.example/', {
      method: 'POST',
      body: stream(50_000),
      duplex: 'half',
    } as RequestInit);
    await expect(readBytes(endless, 10_000)).rejects.toMatchObject({ status: 413 });
  });

  it('reads one within the limit whole', async () => {
    const fitting = new Request('http://shop.example/', {
      method: 'POST',
      body: stream(9000),
      duplex: 'half',
    } as RequestInit);
    expect(await readBytes(fitting, 10_000)).toHaveLength(9000);
    expect(await readBytes(new Request('http://shop.example/'), 10)).toHaveLength(0);
  });
});

it('numberFrom takes whole numbers and nothing else', () => {
  expect(numberFrom('42')).toBe(42);
  for (const text of ['', '-1', '1.5', 'x', '1e3', '9'.repeat(16)]) expect(() => numberFrom(text)).toThrow(Refusal);
});

describe('drafts that are looked at together', () => {
  const read = (drafts: unknown) => draftsSchema.parse({ drafts }).drafts;
  it('are each looked at once', () => {
    expect(read([{ id: 3 }, { id: 1, version: 4 }, { id: 3, version: 2 }])).toEqual([
      { id: 3, version: 2 },
      { id: 1, version: 4 },
    ]);
  });

  it.each([[[]], [[{ id: 0 }]], [[{ id: 1, version: '2' }]], [[{ id: 1.5 }]], ['1,2'], [[{ id: 1, of: 'x' }]]])(
    'are none of %j',
    (drafts) => {
      expect(() => read(drafts)).toThrow();
    },
  );
});
