import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { version } from '../../package.json';
import { oak } from '../support/oak';
import { openServices, type TestServices } from '../support/services';

let folder: string;
let shop: TestServices;
let other: TestServices;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'oak-knot-'));
  [shop, other] = [await openServices(), await openServices({ demo: false })];
});
afterAll(() => {
  shop.close();
  other.close();
  rmSync(folder, { recursive: true, force: true });
});
const at = (...names: string[]) => join(folder, ...names);

describe('oak export, import and diff', () => {
  it('write a shop as JSON with its pictures beside, and bring it into another: the same file again', async () => {
    const [out, again] = [at('out', 'shop.json'), at('again', 'shop.json')];
    expect(await oak(['export', out, '--database', shop.url])).toMatchObject({ status: 0 });
    const plan = await oak(['import', out, '--plan', '--database', other.url]);
    expect(plan).toMatchObject({ status: 0, stderr: '' });
    expect(plan.stdout).toMatch(/^Settings\n {2}changed: Pollard Lane Bee Works, here My shop\n {4}name: /);
    expect(plan.stdout).toMatch(/\n {2}new: Bee suit \(bee-suit\)\n/);
    expect(await oak(['import', out, '--database', other.url])).toMatchObject({ status: 0, stderr: '' });
    expect(await oak(['export', again, '--database', other.url])).toMatchObject({ status: 0 });
    expect(readFileSync(again, 'utf8')).toBe(readFileSync(out, 'utf8'));
    const [picture = ''] = /pictures\/[0-9a-f]{40}\/bee-suit\.svg/.exec(readFileSync(out, 'utf8')) ?? [];
    expect(readFileSync(at('again', picture)).equals(readFileSync(at('out', picture)))).toBe(true);
    expect(await oak(['diff', out, again])).toEqual({ status: 0, stdout: 'Nothing differs\n', stderr: '' });
    // What was exported is a catalog that every command takes.
    expect(await oak(['check', '--catalog', out])).toMatchObject({ status: 0 });
  });

  it('say in words what differs, and bring it in', async () => {
    const [out, edited] = [at('shop.zip'), at('out', 'edited.json')];
    await oak(['export', out, '--database', other.url]);
    writeFileSync(
      edited,
      readFileSync(at('out', 'shop.json'), 'utf8').replace('"price": "129.00"', '"price": "121.50"'),
    );
    const found = await oak(['diff', out, edited]);
    expect(found).toMatchObject({ status: 1, stderr: '' });
    expect(found.stdout).toMatch(/^Products\n {2}changed: .* \(.*\)\n {4}price: 129\.00 → 121\.50\n$/);
    const plan = await oak(['import', edited, '--plan', '--database', other.url]);
    expect(plan.stdout).toBe(
      `${found.stdout}0 new, 1 changed, ${plan.stdout.split('changed, ')[1]?.split(' the')[0] ?? ''} the same\n`,
    );
    expect((await oak(['import', edited, '--database', other.url])).stdout).toBe(`${edited}: 1 changed\n`);
    expect((await oak(['import', edited, '--database', other.url])).stdout).toMatch(/Nothing differs/);
  });

  it('refuse what is something else until it is said what is right, and end a plan of it with 1', async () => {
    const text = readFileSync(at('out', 'shop.json'), 'utf8').replace(
      '"name": "Pollard Lane Bee Works"',
      '"name": "Candle barn"',
    );
    writeFileSync(at('out', 'foreign.json'), text);
    const args = ['import', at('out', 'foreign.json'), '--database', other.url];
    const plan = await oak([...args, '--plan']);
    expect(plan).toMatchObject({ status: 1 });
    expect(plan.stdout).toMatch(/, 1 something else: say --clashes theirs, ours or both\n$/);
    expect(await oak(args)).toMatchObject({
      status: 2,
      stderr: expect.stringMatching(/^One thing is something else here/) as string,
    });
    expect(await oak([...args, '--clashes', 'mine'])).toMatchObject({
      status: 2,
      stderr: 'oak import: --clashes mine: say theirs, ours, both.',
    });
    expect(await oak([...args, '--clashes', 'ours'])).toMatchObject({ status: 0 });
  });

  it('write a spreadsheet, and bring it in changed', async () => {
    const [prices, book] = [at('prices.csv'), at('stock.xlsx')];
    expect(await oak(['export', book, '--sheet', 'stock', '--database', shop.url])).toEqual({
      status: 0,
      stdout: `${book}: Stock items\n`,
      stderr: '',
    });
    expect(await oak(['import', book, '--plan', '--database', shop.url])).toMatchObject({
      status: 0,
      stdout: '0 new, 0 changed, 0 the same\n',
    });
    expect(await oak(['export', prices, '--sheet', 'prices', '--database', shop.url])).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('--sheet prices: say products, variants') as string,
    });
    writeFileSync(prices, 'Product;Price;Shelf\nhive-strap;8,45;B\n');
    const plan = await oak(['import', prices, '--plan', '--database', shop.url]);
    expect(plan.stdout).toContain('    price: 8.40 → 8.45\n');
    expect(plan.stdout).toContain('The column “Shelf” is not read.\n');
    expect(await oak(['import', prices, '--drafts', '--database', shop.url])).toEqual({
      status: 0,
      stdout: `${prices}: 1 changed\n`,
      stderr: '',
    });
    const { stderr } = await oak(['diff', prices, prices]);
    expect(stderr).toContain('a spreadsheet is a part of a catalog');
  });

  it('read no picture outside of the folder of the catalog', async () => {
    const text = JSON.stringify({
      format: 'oak-knot/catalog',
      version: 2,
      shop: { name: 'Climber', currency: 'EUR' },
      products: [
        {
          slug: 'a',
          title: 'A',
          sku: 'A',
          price: '1',
          category: 'B',
          notCounted: 'service',
          pictures: [{ src: '../out/shop.json' }],
        },
      ],
    });
    writeFileSync(at('climb.json'), text);
    const { status, stderr } = await oak(['import', at('climb.json'), '--clashes', 'ours', '--database', other.url]);
    expect([status, stderr]).toEqual([
      2,
      expect.stringContaining('../out/shop.json: there is no such picture beside the file'),
    ]);
  });

  it('say what is wrong with what they are given', async () => {
    const broken = at('broken.json');
    writeFileSync(broken, '{"format":');
    const { status, stderr } = await oak(['import', broken, '--database', other.url]);
    expect([status, stderr]).toEqual([
      2,
      expect.stringMatching(/broken\.json can’t be read\. .*This is not JSON: line 1/),
    ]);
    expect(await oak(['diff', broken])).toMatchObject({
      status: 2,
      stderr: 'oak diff: it wants A and B, and 1 were given',
    });
    expect(await oak(['diff', at('none'), broken])).toMatchObject({
      status: 2,
      stderr: `${at('none')}: can’t read the catalog: there is no such file`,
    });
    expect(await oak(['export', at('x.json'), '--database', `file:${at('no.db')}`])).toMatchObject({ status: 2 });
    expect(existsSync(at('no.db'))).toBe(false);
    expect(await oak(['export', at('shop.zip', 'x.json'), '--database', other.url])).toMatchObject({ status: 2 });
  });
});

describe('oak', () => {
  it.each(['help', '--help', '-h'])('says how it is used: %s', async (asked) => {
    expect(await oak([asked])).toMatchObject({
      status: 0,
      stdout: expect.stringContaining('oak import FILE') as string,
    });
  });

  it('says its version', async () => {
    expect(await oak(['--version'])).toEqual({ status: 0, stdout: `oak-knot ${version}\n`, stderr: '' });
  });
});
