import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { DEMO, oak } from '../support/oak';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'oak-knot-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('oak picture', () => {
  const draw = (selection: object, ...more: string[]) =>
    oak(
      ['picture', '--catalog', DEMO, '--product', 'branding-iron', '--selection', '-', ...more],
      JSON.stringify({ answers: selection }),
    );

  it('prints the first view as a document that needs nothing beside it, letters as outlines', async () => {
    const { status, stdout } = await draw({ words: 'Lark', proof: true });
    expect(status).toBe(0);
    expect(stdout).toMatch(
      /^<svg xmlns="http:\/\/www.w3.org\/2000\/svg" viewBox="0 0 200 70" width="200mm" height="70mm"/,
    );
    expect(stdout).toContain('aria-label="Branding iron, Lark, Roman capitals"');
    expect(stdout).not.toContain('<text');
    expect(stdout.match(/href="(?!data:)/g)).toBeNull();
    expect((await draw({ words: 'Lark', proof: true })).stdout).toBe(stdout);
    expect((await draw({ words: 'Fox', proof: true })).stdout).not.toBe(stdout);
  });

  it('writes a PNG and a PDF', async () => {
    const [png, pdf] = [join(folder, 'iron.png'), join(folder, 'iron.pdf')];
    expect(await draw({ words: 'Lark' }, '--png', png, '--pdf', pdf)).toMatchObject({ status: 0, stdout: '' });
    expect(readFileSync(png).subarray(1, 4).toString()).toBe('PNG');
    expect(readFileSync(pdf).subarray(0, 5).toString()).toBe('%PDF-');
  });

  it.each([
    [['--product', 'hive-wrap'], 'demo/catalog.json: hive-wrap has no views. Give it one under “views”.'],
    // The card that goes along with a gift, with nothing written on it.
    [['--product', 'smoker'], 'smoker: nothing is to be seen of this view with this selection.'],
    [
      ['--product', 'bee-suit', '--view', 'back'],
      'oak picture: --view back: There is no such view. There are: front, name.',
    ],
  ])('says what is not there: %j', async (args, stderr) => {
    expect(await oak(['picture', '--catalog', DEMO, ...args])).toEqual({ status: 2, stdout: '', stderr });
  });

  it('reads nothing outside the folder of the catalog', async () => {
    const catalog = JSON.parse(readFileSync(DEMO, 'utf8')) as { products: { slug: string; views: unknown[] }[] };
    const iron = catalog.products.find(({ slug }) => slug === 'branding-iron');
    if (iron)
      iron.views = [
        {
          key: 'out',
          title: 'Out',
          layers: [
            {
              kind: 'picture',
              key: 'p',
              width: '10',
              height: '10',
              from: { kind: 'fixed', src: 'pictures/board.svg' },
            },
          ],
        },
      ];
    const path = join(folder, 'elsewhere.json');
    writeFileSync(path, JSON.stringify(catalog));
    // Beside this file there are no pictures: nothing is found, and nothing is looked for anywhere else.
    const { status, stdout } = await oak(['picture', '--catalog', path, '--product', 'branding-iron']);
    expect(status).toBe(0);
    expect(stdout).toContain('data:image/gif');
  });
});
