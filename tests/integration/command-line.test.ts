import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'oak-knot-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const oak = (args: string[], input = '') => {
  const { status, stdout, stderr } = spawnSync(process.execPath, ['node_modules/tsx/dist/cli.mjs', 'src/cli/oak.ts', ...args], { input, encoding: 'utf8' });
  return { status, stdout, stderr: stderr.trim() };
};
const file = (name: string, content: string) => {
  const path = join(folder, name);
  writeFileSync(path, content);
  return path;
};
const DEMO = 'demo/catalog.json';

describe('oak resolve', () => {
  it('prints the resolution as JSON, money and measures as decimal strings', () => {
    const selection = file('selection.json', JSON.stringify({ answers: { opening: 'fine', length: '4 ft 6 in' }, quantity: 2 }));
    const { status, stdout } = oak(['resolve', '--catalog', DEMO, '--product', 'stainless-mesh', '--selection', selection]);
    expect(status).toBe(0);
    expect(JSON.parse(stdout)).toMatchObject({
      state: 'sellable',
      item: { key: 'stainless-mesh?hemmed=no&length=1.3716&opening=fine', sku: 'MESH-12' },
      unitPrice: '29.76',
      lineTotal: '59.52',
      draws: [{ stock: 'mesh-fine', total: { value: '2.7432', unit: 'm' } }],
      weight: { value: '1.50876', unit: 'kg' },
    });
  });

  it('reads the selection from standard input', () => {
    const { status, stdout } = oak(['resolve', '--catalog', DEMO, '--product', 'bee-suit', '--selection', '-'], '{"answers":{"size":"m"}}');
    expect(status).toBe(0);
    expect(JSON.parse(stdout)).toMatchObject({ state: 'incomplete', problems: [{ where: 'choice:cloth' }] });
  });

  it.each([
    ['a catalog that is not there', ['resolve', '--catalog', 'nowhere.json', '--product', 'x'], 'nowhere.json: can’t read the catalog: there is no such file'],
    ['a product that is not there', ['resolve', '--catalog', DEMO, '--product', 'x'], `${DEMO}: $.products: There is no product “x”. There are: bee-suit, stainless-mesh, queen-marking-pens, honey-jars, hive-paint, branding-iron, jar-labels, smoker-fuel, smoker, hive-wrap, apiary-netting.`],
    ['a missing option', ['resolve', '--catalog', DEMO], 'oak resolve: --product SLUG is missing'],
    ['an unknown command', ['sell', '--catalog', DEMO], 'oak: there is no command “sell”; there are resolve, check and prove'],
  ])('ends with 2 and one line for %s', (_what, args, line) => {
    expect(oak(args)).toEqual({ status: 2, stdout: '', stderr: line });
  });

  it('ends with 2 for a selection that is no JSON', () => {
    const { status, stderr } = oak(['resolve', '--catalog', DEMO, '--product', 'bee-suit', '--selection', '-'], 'size=m');
    expect([status, stderr.split('\n').length]).toEqual([2, 1]);
    expect(stderr).toContain('-: $: This is not JSON');
  });
});

describe('oak check', () => {
  it('finds nothing wrong with the demo', () => {
    expect(oak(['check', '--catalog', DEMO])).toMatchObject({ status: 0, stdout: `${DEMO}: 11 products, 43 stock items, nothing wrong\n` });
  });

  it('lists every fault on a line of its own, with the path in the file', () => {
    const catalog = JSON.parse(readFileSync(DEMO, 'utf8')) as { products: { price: string; choices: { options: { sku: string }[] }[]; draws: unknown[] }[] };
    const [suit, mesh] = catalog.products;
    if (suit && mesh) {
      suit.price = 'a lot';
      mesh.draws = [{ kind: 'fixed', stock: 'gone', quantity: '1' }];
    }
    const path = file('faulty.json', JSON.stringify(catalog));
    const { status, stderr } = oak(['check', '--catalog', path]);
    expect(status).toBe(2);
    expect(stderr.split('\n')).toEqual([
      `${path}: $.products[0].price: “a lot” is not a number. Write it like 12.50, with a point and no thousands signs.`,
      `${path}: $.products[1].draws[0].stock: There is no stock item “gone”.`,
    ]);
  });

  it('says where the form is wrong', () => {
    const { status, stderr } = oak(['check', '--catalog', file('form.json', '{"format":"oak-knot/catalog","version":1,"shop":{"name":"x","currency":"EUR"},"products":[{"slug":"A"}]}')]);
    expect(status).toBe(2);
    expect(stderr.split('\n').map((line) => line.split(': ')[1])).toEqual(['$.products[0].slug', '$.products[0].title', '$.products[0].sku']);
  });
});

describe('oak prove', () => {
  it('says that the proofs of the demo hold', () => {
    expect(oak(['prove', '--catalog', DEMO])).toMatchObject({ status: 0, stdout: '5 of 5 proofs hold\n' });
  });

  it('says which no longer hold and in what, and ends with 1', () => {
    const catalog = JSON.parse(readFileSync(DEMO, 'utf8')) as { products: { slug: string; rules?: { then: { amount?: { value: string } }[] }[] }[] };
    const association = catalog.products.find(({ slug }) => slug === 'bee-suit')?.rules?.[1]?.then[0]?.amount;
    if (association) association.value = '-10';
    const { status, stdout } = oak(['prove', '--catalog', file('dearer.json', JSON.stringify(catalog))]);
    expect(status).toBe(1);
    expect(stdout).toBe('bee-suit: Ten for an association: unitPrice should be 118.68, is 116.10\n4 of 5 proofs hold\n');
  });
});
