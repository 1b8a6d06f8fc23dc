import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { DEMO, oak } from '../support/oak';
import { openServices } from '../support/services';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'oak-knot-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** The same as somebody runs it. */
const oakAlone = (args: string[], input = '') => {
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    ['node_modules/tsx/dist/cli.mjs', 'src/cli/oak.ts', ...args],
    { input, encoding: 'utf8' },
  );
  return { status, stdout, stderr: stderr.trim() };
};
const file = (name: string, content: string) => {
  const path = join(folder, name);
  writeFileSync(path, content);
  return path;
};

describe('oak resolve', () => {
  it('prints the resolution as JSON, money and measures as decimal strings', async () => {
    const selection = file(
      'selection.json',
      JSON.stringify({ answers: { opening: 'fine', length: '4 ft 6 in' }, quantity: 2 }),
    );
    const { status, stdout } = await oak([
      'resolve',
      '--catalog',
      DEMO,
      '--product',
      'stainless-mesh',
      '--selection',
      selection,
    ]);
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
    const { status, stdout } = oakAlone(
      ['resolve', '--catalog', DEMO, '--product', 'bee-suit', '--selection', '-'],
      '{"answers":{"size":"m"}}',
    );
    expect(status).toBe(0);
    expect(JSON.parse(stdout)).toMatchObject({ state: 'incomplete', problems: [{ where: 'choice:cloth' }] });
  });

  it.each([
    [
      'a catalog that is not there',
      ['resolve', '--catalog', 'nowhere.json', '--product', 'x'],
      'nowhere.json: can’t read the catalog: there is no such file',
    ],
    [
      'a product that is not there',
      ['resolve', '--catalog', DEMO, '--product', 'x'],
      `${DEMO}: $.products: There is no product “x”. There are: bee-suit, stainless-mesh, queen-marking-pens, honey-jars, hive-paint, branding-iron, jar-labels, smoker-fuel, smoker, hive-wrap, apiary-netting, hive-flat, hook-tool, handbook, hive-frame, nucleus, uncapping-fork, honey-sieve, honey-pail, starter-kit, two-suits, extraction-set, first-year, hive-floor, brood-box, honey-super, shallow-super, crown-board, flat-roof, gabled-roof, travel-roof, hive-strap, hive, hexagon-jars, wax-foundation, first-inspection.`,
    ],
    ['a missing option', ['resolve', '--catalog', DEMO], 'oak resolve: --product SLUG is missing'],
    [
      'an unknown command',
      ['sell', '--catalog', DEMO],
      'oak: there is no command “sell”; there are resolve, picture, check, prove, ledger, export, import, diff, backup, restore, people, receive',
    ],
    [
      'an option of another command',
      ['check', '--catalog', DEMO, '--group', 'trade'],
      'oak check: it takes no --group, but --catalog, --strict, --json',
    ],
    [
      'an unknown group',
      ['resolve', '--catalog', DEMO, '--product', 'bee-suit', '--group', 'club'],
      'oak resolve: --group club: There is no such customer group. There are: trade.',
    ],
    [
      'a day that is none',
      ['resolve', '--catalog', DEMO, '--product', 'bee-suit', '--today', '2027-02-30'],
      'oak resolve: --today 2027-02-30: That is not a day. Write it like 2027-03-31.',
    ],
    [
      'a folder that is not there',
      ['resolve', '--catalog', DEMO, '--product', 'jar-labels', '--files', 'nowhere'],
      'nowhere: can’t read the folder of files: there is no such folder',
    ],
  ])('ends with 2 and one line for %s', async (_what, args, line) => {
    expect(await oak(args)).toEqual({ status: 2, stdout: '', stderr: line });
  });

  it('says that a key of the selection means nothing', async () => {
    const { stdout } = await oak(
      ['resolve', '--catalog', DEMO, '--product', 'bee-suit', '--selection', '-'],
      '{"answers":{"size":"m","cloth":"linen"},"quantiy":2}',
    );
    expect(JSON.parse(stdout)).toMatchObject({
      state: 'invalid',
      problems: [{ where: 'selection', code: 'unknownKey', message: 'A selection has nothing called “quantiy”.' }],
    });
  });

  it('writes decimals and no fractions, whatever units meet', async () => {
    const catalog = JSON.parse(readFileSync(DEMO, 'utf8')) as {
      products: { slug: string; draws: object[] }[];
      stock: object[];
    };
    catalog.stock.push({ key: 'in-inches', title: 'Mesh in inches', unit: '[in_i]', onHand: '900' });
    for (const product of catalog.products)
      if (product.slug === 'stainless-mesh')
        product.draws = [{ kind: 'measure', stock: 'in-inches', measure: 'length' }];
    const { status, stdout } = await oak(
      [
        'resolve',
        '--catalog',
        file('inches.json', JSON.stringify(catalog)),
        '--product',
        'stainless-mesh',
        '--selection',
        '-',
      ],
      '{"answers":{"opening":"coarse","length":"0.25 m"},"quantity":3}',
    );
    expect(status).toBe(0);
    // A quarter of a metre is 1250/127 in: 9.8425197 brought up to a millionth.
    expect(JSON.parse(stdout).draws).toContainEqual(
      expect.objectContaining({
        stock: 'in-inches',
        perItem: { value: '9.84252', unit: '[in_i]' },
        total: { value: '29.52756', unit: '[in_i]' },
      }),
    );
    expect(stdout).not.toMatch(/"-?\d+\/\d+"/);
  });

  it('resolves for a customer group, on another day, with files that are there', async () => {
    const catalog = JSON.parse(readFileSync(DEMO, 'utf8')) as { products: { slug: string }[] };
    const [mesh] = catalog.products.filter(({ slug }) => slug === 'honey-jars');
    const choices = [
      { kind: 'date', key: 'day', title: 'Day', earliest: { kind: 'fromToday', days: 2 } },
      { kind: 'file', key: 'art', title: 'Artwork', types: ['png'] },
      { kind: 'text', key: 'order', title: 'Order', groups: ['trade'] },
    ];
    if (mesh)
      Object.assign(mesh, {
        choices,
        sheets: [],
        rules: [],
        proofs: [],
        variants: [],
        price: '5',
        draws: [{ kind: 'fixed', stock: 'honey-jar-454', quantity: '1' }],
      });
    const files = mkdtempSync(join(tmpdir(), 'oak-knot-files-'));
    writeFileSync(
      join(files, 'bee.png'),
      Buffer.from(
        'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAQAAAC1HAwCAAAAC0lEQVR42mNk+A8AAQUBAScY42YAAAAASUVORK5CYII=',
        'base64',
      ),
    );
    const asked = async (more: string[], answers: object) => {
      const { stdout, stderr } = await oak(
        [
          'resolve',
          '--catalog',
          file('group.json', JSON.stringify(catalog)),
          '--product',
          'honey-jars',
          '--selection',
          '-',
          ...more,
        ],
        JSON.stringify({ answers, quantity: 2 }),
      );
      return stdout === '' ? stderr : (JSON.parse(stdout) as { state: string; problems: { code: string }[] });
    };
    const answers = { day: '2027-01-06', art: ['bee.png'], order: 'PO 7' };
    expect(await asked(['--group', 'trade', '--today', '2027-01-04', '--files', files], answers)).toMatchObject({
      problems: [],
    });
    expect(await asked(['--group', 'trade', '--today', '2027-01-05', '--files', files], answers)).toMatchObject({
      problems: [{ code: 'dayNotOffered' }],
    });
    expect(await asked(['--group', 'trade', '--today', '2027-01-04'], answers)).toMatchObject({
      problems: [{ code: 'fileUnknown' }],
    });
    rmSync(files, { recursive: true });
  });

  it('ends with 2 for a selection that is no JSON', () => {
    const { status, stderr } = oakAlone(
      ['resolve', '--catalog', DEMO, '--product', 'bee-suit', '--selection', '-'],
      'size=m',
    );
    expect([status, stderr.split('\n').length]).toEqual([2, 1]);
    expect(stderr).toContain('-: $: This is not JSON');
  });
});

describe('oak check', () => {
  it('finds nothing wrong with the demo', async () => {
    expect(await oak(['check', '--catalog', DEMO])).toMatchObject({
      status: 0,
      stdout: `${DEMO}: 36 products, 66 stock items, nothing wrong\n`,
    });
  });

  it('lists every fault on a line of its own, with the path in the file', async () => {
    const whole = JSON.parse(readFileSync(DEMO, 'utf8')) as {
      products: { price: string; choices: { options: { sku: string }[] }[]; draws: unknown[] }[];
    };
    // What others have as a part keeps those from being sold, too.
    const catalog = { ...whole, products: whole.products.slice(0, 11), priceLists: [], discounts: [] };
    const [suit, mesh] = catalog.products;
    if (suit && mesh) {
      suit.price = 'a lot';
      mesh.draws = [{ kind: 'fixed', stock: 'gone', quantity: '1' }];
    }
    const path = file('faulty.json', JSON.stringify(catalog));
    const { status, stderr } = await oak(['check', '--catalog', path]);
    expect(status).toBe(2);
    expect(stderr.split('\n')).toEqual([
      `${path}: $.products[0].price: “a lot” is not a number. Write it like 12.50, with a point and no thousands signs.`,
      `${path}: $.products[1].draws[0].stock: There is no stock item “gone”.`,
    ]);
  });

  it('says where the form is wrong', async () => {
    const { status, stderr } = await oak([
      'check',
      '--catalog',
      file(
        'form.json',
        '{"format":"oak-knot/catalog","version":1,"shop":{"name":"x","currency":"EUR"},"products":[{"slug":"A"}]}',
      ),
    ]);
    expect(status).toBe(2);
    expect(stderr.split('\n').map((line) => line.split(': ')[1])).toEqual([
      '$.products[0].slug',
      '$.products[0].title',
      '$.products[0].sku',
    ]);
  });
});

describe('oak check, of what can be selected', () => {
  it('says that a price, or what is paid for a line, can come to less than nothing, and that nothing can be sold', async () => {
    const product = (slug: string, more: object) => ({
      slug,
      title: slug,
      sku: slug.toUpperCase(),
      category: 'C',
      price: '20',
      pictures: [{ src: 'p.svg' }],
      draws: [{ kind: 'fixed', stock: 's', quantity: '1' }],
      ...more,
    });
    const off = (kind: string) => [
      {
        kind: 'yesNo',
        key: 'off',
        title: 'Off',
        sku: 'OFF',
        required: false,
        default: false,
        amount: { kind, value: '-50' },
      },
    ];
    const below = [product('one', { choices: off('fixed') }), product('line', { choices: off('oncePerLine') })];
    const none = product('none', { rules: [{ key: 'r', when: null, then: [{ kind: 'refuse', reason: 'No.' }] }] });
    const checked = async (products: object[], ...options: string[]) => {
      const path = file(
        'below.json',
        JSON.stringify({
          format: 'oak-knot/catalog',
          version: 2,
          shop: { name: 'x', currency: 'EUR' },
          stock: [{ key: 's', title: 'S', unit: '1' }],
          products: [...products, product('right', {})],
        }),
      );
      const { status, stdout, stderr } = await oak(['check', '--catalog', path, ...options]);
      return { status, stdout: stdout.replaceAll(path, 'FILE'), stderr: stderr.replaceAll(path, 'FILE') };
    };
    const advice = [
      'advice: FILE: $.products[0].price: A price can come to less than nothing, and then it can’t be sold: Off Yes.',
      'advice: FILE: $.products[1].price: What is paid for an order line can come to less than nothing, and then it can’t be sold: Off Yes.',
    ];
    expect(await checked([...below, none])).toEqual({
      status: 2,
      stdout: '',
      stderr: [
        'FILE: $.products[2].rules: No selection can be sold. Without any one of these rules, something could be: “always”.',
        ...advice,
      ].join('\n'),
    });
    // Advice by itself is no fault, unless it is asked to be.
    expect(await checked(below)).toEqual({
      status: 0,
      stdout: [...advice, 'FILE: 3 products, 1 stock items, nothing wrong, 2 pieces of advice', ''].join('\n'),
      stderr: '',
    });
    expect(await checked(below, '--strict')).toEqual({ status: 2, stdout: '', stderr: advice.join('\n') });
    const { status, stdout } = await checked([...below, none], '--json');
    expect([status, JSON.parse(stdout)]).toEqual([
      2,
      [
        expect.objectContaining({ path: '$.products[2].rules', code: 'nothingSells', gravity: 'mustFix' }),
        expect.objectContaining({ path: '$.products[0].price', code: 'belowNothing', gravity: 'canWait' }),
        expect.objectContaining({ code: 'lineBelowNothing', message: expect.stringContaining('order line') as string }),
      ],
    ]);
  });

  it('says where JSON breaks off, and what to write for a number that should be text', async () => {
    expect(
      (await oak(['check', '--catalog', file('broken.json', '{"format": "oak-knot/catalog",\n  "version": }')])).stderr,
    ).toMatch(/line 2, column 14: a value is expected\.$/);
    const { stderr } = await oak([
      'check',
      '--catalog',
      file(
        'number.json',
        JSON.stringify({
          format: 'oak-knot/catalog',
          version: 2,
          shop: { name: 'x', currency: 'EUR' },
          products: [
            {
              slug: 'p',
              title: 'P',
              sku: 'P',
              price: 12.5,
              rules: [{ key: 'r', when: { kind: 'all', of: [{ kind: 'qantity', compare: 'is', value: 3 }] } }],
            },
          ],
        }),
      ),
    ]);
    expect(stderr.split('\n').map((line) => line.split(': ').slice(1).join(': '))).toEqual([
      '$.products[0].price: This must be text, and is a number: write it in quotes, "12.5".',
      expect.stringMatching(
        /^\$\.products\[0\]\.rules\[0\]\.when\.of\[0\]\.kind: There is no such kind: "qantity"\. “quantity” may be meant\./,
      ),
    ]);
  });
});

describe('oak ledger', () => {
  it('verifies figures and lots, and rebuilds what something else has changed', async () => {
    const context = await openServices();
    const ledger = (action: string) => oak(['ledger', action, '--database', context.url]);
    expect(await ledger('verify')).toMatchObject({ status: 0, stdout: 'Every figure is the sum of its movements\n' });
    await context.database.write(async (transaction) => {
      await transaction.run(sql`update stock_items set on_hand = '999', reserved = '3' where key = 'honey-jar-454'`);
      await transaction.run(sql`update stock_lots set left = '1' where id = (select min(id) from stock_lots)`);
    });
    const { status, stdout } = await ledger('verify');
    expect(status).toBe(1);
    expect(stdout).toMatch(/^honey-jar-454: on hand 999, summed up \d+; reserved 3, summed up 0$/m);
    expect(stdout).toMatch(/, lot .+: 1 left, summed up [\d.]+$/m);
    expect(stdout).toMatch(/: on hand [\d.]+, its lots come to [\d.]+$/m);
    expect(await ledger('rebuild')).toMatchObject({ status: 0 });
    expect(await ledger('verify')).toMatchObject({ status: 0 });
    context.close();
  });

  it('says what is missing', async () => {
    expect(await oak(['ledger', 'burn'])).toMatchObject({
      status: 2,
      stderr: 'oak ledger: say verify or rebuild, not “burn”',
    });
    expect(await oak(['ledger', 'verify', '--database', 'file:/nowhere/at-all.db'])).toMatchObject({
      status: 2,
      stderr: 'oak ledger: there is no database file:/nowhere/at-all.db. Say which with --database file:PATH.',
    });
  });
});

describe('oak prove', () => {
  it('says that the proofs of the demo hold', async () => {
    expect(await oak(['prove', '--catalog', DEMO])).toMatchObject({ status: 0, stdout: '5 of 5 proofs hold\n' });
  });

  it('says which no longer hold and in what, and ends with 1', async () => {
    const catalog = JSON.parse(readFileSync(DEMO, 'utf8')) as {
      products: { slug: string; rules?: { then: { amount?: { value: string } }[] }[] }[];
    };
    const association = catalog.products.find(({ slug }) => slug === 'bee-suit')?.rules?.[1]?.then[0]?.amount;
    if (association) association.value = '-10';
    const { status, stdout } = await oak(['prove', '--catalog', file('dearer.json', JSON.stringify(catalog))]);
    expect(status).toBe(1);
    expect(stdout).toBe(
      'bee-suit: Ten for an association: unitPrice should be 118.68, is 116.10\n4 of 5 proofs hold\n',
    );
  });
});
