import { describe, expect, it } from 'vitest';
import { conditional } from './conditional';

const TYPE = { 'Content-Type': 'application/xml' };
const asked = (ifNoneMatch?: string) =>
  new Request('http://oak.example/', { headers: ifNoneMatch === undefined ? {} : { 'If-None-Match': ifNoneMatch } });

describe('an answer that may be known already', () => {
  const etag = conditional(asked(), '<a/>', TYPE).headers.get('etag') ?? '';

  it('is sent whole at first, with its name and the word to ask again', async () => {
    const response = conditional(asked(), '<a/>', TYPE);
    expect([response.status, await response.text()]).toEqual([200, '<a/>']);
    expect(response.headers.get('cache-control')).toBe('no-cache');
    expect(etag).toMatch(/^"[\w-]{27}"$/);
  });

  it.each([etag, `W/${etag}`, `"other", ${etag}`, '*'])(
    'is only said to be the same where %s is known',
    async (name) => {
      const response = conditional(asked(name), '<a/>', TYPE);
      expect([response.status, await response.text(), response.headers.get('etag')]).toEqual([304, '', etag]);
    },
  );

  it.each(['"other"', etag.slice(1, -1), ''])('is sent whole where %s is known', (name) => {
    expect(conditional(asked(name), '<a/>', TYPE).status).toBe(200);
  });

  it('has another name once it says something else', () => {
    expect(conditional(asked(etag), '<b/>', TYPE).status).toBe(200);
  });
});
