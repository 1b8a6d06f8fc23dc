import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MOST_OPTIONS, type Option, optionSchema, type Swatch } from '../catalog';
import { readOptionList, swatchesFromCsv } from '.';

const slate: Swatch = {
  key: 'slate',
  name: 'Slate',
  colours: ['#66737b'],
  picture: null,
  family: '',
  supplierCode: '',
};
const scope = { currency: 'EUR', own: { key: 'finish', kind: 'list' as const }, choices: [] };
const read = (text: string, existing: readonly Option[] = []) => readOptionList(text, existing, [slate], scope);
const there = (key: string, title: string, sku: string | null) => optionSchema.parse({ key, title, sku });
const options = (text: string) =>
  read(text).map(({ option }) => option && { title: option.title, amount: option.amount, sku: option.sku });

describe('a pasted list', () => {
  it('makes no more options than a choice has room for, and says from which line on', () => {
    const there = Array.from({ length: MOST_OPTIONS - 2 }, (_, at) =>
      optionSchema.parse({ key: `k${at}`, title: `T${at}` }),
    );
    const lines = read('One\nTwo; cheap\nThree\nFour', there);
    expect(lines.map(({ option, faults }) => option?.title ?? faults)).toEqual([
      'One',
      [expect.stringContaining('“cheap” is not an amount. Write it like +10, -3, 10 %')],
      'Three',
      ['A choice has at most 500 options, and has them with those before this line.'],
    ]);
  });

  it('is read from a spreadsheet, with semicolons or with commas', () => {
    const expected = [
      { title: 'Pine', amount: null, sku: 'P' },
      { title: 'Oak', amount: { kind: 'percentOfBase', value: '35' }, sku: 'O' },
      { title: 'Ash', amount: { kind: 'fixed', value: '22.50' }, sku: 'A' },
    ];
    expect(options('Pine\t0\tP\nOak\t35%\tO\nAsh\t22.50\tA')).toEqual(expected);
    expect(options('Title;Amount;SKU\r\nPine; 0 ;P\r\nOak;35 %;O\r\n\r\nAsh;22,50;A\r\n')).toEqual([
      { ...expected[0] },
      { ...expected[1] },
      { ...expected[2], amount: { kind: 'fixed', value: '22.50' } },
    ]);
    expect(options('Pine,0,P\n"Oak",35%,O\nAsh,22.50,A')).toEqual(expected);
  });

  it('follows the order of its headings, and says which it can’t read', () => {
    expect(options('SKU part;Title;Price\nP;Pine;0\nA;Ash;22,50')).toEqual([
      { title: 'Pine', amount: null, sku: 'P' },
      { title: 'Ash', amount: { kind: 'fixed', value: '22.50' }, sku: 'A' },
    ]);
    expect(read('Colour;Title\n#223344 / #fff;Dusk')[0]?.option).toMatchObject({
      title: 'Dusk',
      colours: ['#223344', '#ffffff'],
    });
    expect(read('Title;Weight\nPine;2')[0]).toMatchObject({
      option: null,
      faults: ['Nothing reads the column “Weight”. There are title, amount, SKU part and colour.'],
    });
    expect(read('Title;Amount\nPine;2;P')[0]?.faults).toEqual(['It has more columns than there are headings.']);
    // One column has no headings: an option may well be called Colour.
    expect(options('Colour\nTitle').map((option) => option?.title)).toEqual(['Colour', 'Title']);
  });

  it('may be titles alone', () => expect(options('S\nM\nL').map((option) => option?.title)).toEqual(['S', 'M', 'L']));

  it.each([
    ['€9.50', { kind: 'fixed', value: '9.50' }],
    ['9,5 EUR', { kind: 'fixed', value: '9.5' }],
    ['1.000,50', { kind: 'fixed', value: '1000.50' }],
    ['+4', { kind: 'fixed', value: '4' }],
    ['−2,5', { kind: 'fixed', value: '-2.5' }],
    ['-10%', { kind: 'percentOfBase', value: '-10' }],
    ['0.00', null],
    ['', null],
  ])('reads the amount “%s”', (text, amount) => expect(options(`A;${text};X`)[0]?.amount).toEqual(amount));

  it.each([
    ['A;lots', 'is not an amount'],
    ['A;1,000', 'could mean 1 or 1000'],
    ['A;$5', 'is in another currency than the shop’s, EUR'],
    ['A;5 CHF', 'is in another currency'],
    ['A;1;b c', 'can’t be part of a SKU'],
    ['A;1;X;mauve-ish', 'neither a colour nor the name of a swatch'],
    [';1;X', 'It has no title.'],
    ['A;1;X;#fff;more', 'more than four columns'],
  ])('marks what is wrong with “%s”', (text, fault) =>
    expect(read(text)[0]).toMatchObject({ option: null, faults: [expect.stringContaining(fault)] }),
  );

  it('takes colours, and swatches by their name', () => {
    expect(read('Dusk;;;#223344 / rgb(1,2,3)')[0]?.option).toMatchObject({
      colours: ['#223344', '#010203'],
      swatch: null,
    });
    expect(read('Grey;;;slate')[0]).toMatchObject({
      option: { swatch: 'slate', colours: [] },
      notes: ['takes the swatch Slate'],
    });
    expect(read(' SLATE ')[0]?.option?.swatch).toBe('slate');
    expect(read('Two tone;;;navy / ivory')[0]?.option?.colours).toEqual(['#000080', '#fffff0']);
    // An ordinary colour is taken by its name where options are colours, and only there.
    const swatches = { ...scope, own: { key: 'cloth', kind: 'swatch' as const } };
    expect(readOptionList('Navy\nSlate\nHoney', [], [slate], swatches).map(({ option }) => option?.colours)).toEqual([
      ['#000080'],
      [],
      [],
    ]);
    expect(read('Tan')[0]?.option?.colours).toEqual([]);
  });

  it('knows what is there already and what is twice in it', () => {
    const existing = [there('oak', 'Oak', 'O'), there('ash', 'Ash', 'A')];
    expect(read('Ash;1;O', existing)[0]?.faults).toEqual(['SKU part O is that of Oak.']);
    expect(read('Elm;1;E\nElm;2;F')[1]?.faults).toEqual(['“Elm” is in this list twice.']);
    expect(read('Oak;1\noak;2', existing)[1]?.faults).toEqual(['“oak” is in this list twice.']);
  });

  it('changes what is there, by title, key or SKU part, in what it says and nothing else', () => {
    const existing = [
      { ...there('oak', 'Oak', 'O'), description: 'Oiled', colours: ['#112233'] },
      there('e2', 'Elm', 'E'),
    ];
    const [byTitle, byKey, bySku, fresh] = read('OAK; +12\ne2;;EL\nWhite ash;3;O\nPine;4;P', existing);
    expect(byTitle).toMatchObject({
      was: existing[0],
      option: { ...existing[0], amount: { kind: 'fixed', value: '12' } },
      faults: [],
    });
    expect(byKey).toMatchObject({ was: existing[1], option: { ...existing[1], sku: 'EL' } });
    expect(bySku).toMatchObject({ faults: ['“White ash” is in this list twice.'] });
    expect(fresh).toMatchObject({ was: null, option: { title: 'Pine', sku: 'P' } });
    expect(read('White ash;3;O', existing)[0]?.option).toMatchObject({ key: 'oak', title: 'White ash', sku: 'O' });
    expect(read('Oak;0;;slate', existing)[0]?.option).toMatchObject({ amount: null, colours: [], swatch: 'slate' });
    expect(read('Oak', existing)[0]?.option).toEqual(existing[0]);
  });

  it('may be options as they are typed one by one, where a comma is a decimal sign', () => {
    const expected = [
      { title: 'Medium', amount: { kind: 'fixed', value: '9.50' }, sku: 'MED' },
      { title: 'Large, long', amount: { kind: 'oncePerLine', value: '5' }, sku: null },
    ];
    expect(options('Medium +9,50 · MED\nLarge, long +5 once')).toEqual(expected);
    expect(options('Medium +9,50\nLarge +12,50')).toEqual([
      { title: 'Medium', amount: { kind: 'fixed', value: '9.50' }, sku: null },
      { title: 'Large', amount: { kind: 'fixed', value: '12.50' }, sku: null },
    ]);
  });

  it('never throws, numbers lines as they are written, and makes keys that differ', () => {
    fc.assert(
      fc.property(
        fc.string({
          maxLength: 200,
          unit: fc.constantFrom('a', 'b', '1', ',', ';', '\t', '\n', '"', '%', '-', ' ', 'ß'),
        }),
        (text) => {
          const lines = read(text);
          const keys = lines.flatMap(({ option }) => option?.key ?? []);
          expect(new Set(keys).size).toBe(keys.length);
          for (const { line, text: given } of lines) expect(text.split('\n')[line - 1]).toBe(given);
        },
      ),
    );
  });
});

describe('swatches from CSV', () => {
  const lines = (text: string) => swatchesFromCsv(text, [slate]);

  it('add, change or leave what is in the book', () => {
    expect(
      lines('name;colour;family\nSlate;#66737b;\nslate;#000000;\nMoss;rgb(91,107,69);Cloth').map(
        ({ does, swatch, faults }) => [does, swatch?.key ?? null, faults.length],
      ),
    ).toEqual([
      ['leaves', 'slate', 0],
      ['changes', null, 1],
      ['adds', 'moss', 0],
    ]);
  });

  it('are read without column names, in their own order', () =>
    expect(lines('Sky,#7f9db3,,,Paint,LW-11')[0]?.swatch).toMatchObject({
      name: 'Sky',
      colours: ['#7f9db3'],
      family: 'Paint',
      supplierCode: 'LW-11',
    }));

  it.each([
    ['name,colour\nSky,blue-ish', '“blue-ish” is not a colour that can be shown.'],
    ['name,colour\nSky,lab(50 120 -120)', 'is not a colour that can be shown.'],
    ['name,colour\n,#fff', 'It has no name.'],
    ['name,colour\nSky,', 'It has no colour.'],
  ])('mark what is wrong in %o', (text, fault) =>
    expect(lines(text)[0]).toMatchObject({ swatch: null, faults: [expect.stringContaining(fault)] }),
  );
});
