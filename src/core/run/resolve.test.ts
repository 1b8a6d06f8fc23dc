import { describe, expect, it } from 'vitest';
import { compile } from '../compile';
import { resolutionJson } from '../exchange';
import { Exact } from '../number';
import { type Resolution, resolve } from '../run';
import { whereText } from '../selection';
import {
  context,
  mesh,
  meshProgram,
  resolved,
  suit,
  suitProgram,
  surroundings,
} from '../../../tests/fixtures/products';

const codes = ({ problems }: Resolution) => problems.map(({ where, code }) => `${whereText(where)} ${code}`);
const lines = (resolution: Resolution) =>
  resolutionJson(resolution).working.map(({ label, of, amount }) => [label, of, amount]);
const complete = { size: 'm', cloth: 'slate' };

describe('resolve', () => {
  it('applies defaults, and says so', () => {
    const { counted, state } = resolved(suitProgram, complete);
    expect(state).toBe('sellable');
    expect(counted.find(({ choice }) => choice === 'veil')).toMatchObject({ value: 'round', fromDefault: true });
  });

  it('prices base, then choices in the order of the page, and keeps zero lines', () => {
    const resolution = resolved(suitProgram, { ...complete, veil: 'fencing', name: 'Ada L', pockets: '2', gift: true });
    expect(lines(resolution)).toEqual([
      ['Base price', null, '129'],
      ['Veil: Fencing', '10 % of €129.00', '12.9'],
      ['Name', '4 characters × €0.40', '1.6'],
      ['Extra pockets', '2 pieces × €3.25 / piece', '6.5'],
      ['Gift box', null, '-1.5'],
    ]);
    expect(resolution.unitPrice?.toString()).toBe('148.5');
    expect(lines(resolved(suitProgram, complete))).toContainEqual(['Veil: Round', null, '0']);
  });

  it('puts the SKU together in the order of the choices, from the variant on', () => {
    expect(resolved(suitProgram, { name: 'Ada', veil: 'fencing', ...complete }).item.sku).toBe('SUIT-M-SL-F-EMB');
  });

  it('sums weight in the product’s unit', () => {
    const { weight } = resolved(suitProgram, { ...complete, veil: 'fencing' });
    expect(weight?.value.toString()).toBe('1.15');
    expect(weight?.unit.code).toBe('kg');
  });

  it('compares with the former price under the same extras', () => {
    expect(resolved(suitProgram, { ...complete, gift: true }).wasPrice?.toString()).toBe('147.5');
  });

  it('takes a variant’s own price as the base, percentages included', () => {
    const resolution = resolved(suitProgram, { size: 'l', cloth: 'slate', veil: 'fencing' });
    expect(lines(resolution).slice(0, 2)).toEqual([
      ['Price of L · Slate', null, '135'],
      ['Veil: Fencing', '10 % of €135.00', '13.5'],
    ]);
  });

  it('draws by the piece from the variant and from options, once per stock item', () => {
    const { draws } = resolved(suitProgram, { ...complete, veil: 'fencing' });
    expect(draws.map(({ stock, total }) => [stock, total.value.toString()])).toEqual([
      ['suit-m-slate', '1'],
      ['veil', '1'],
    ]);
  });

  it('says what is missing in the order of the page', () => {
    const resolution = resolved(suitProgram, {});
    expect(resolution.state).toBe('incomplete');
    expect(codes(resolution)).toEqual(['choice:size answerMissing', 'choice:cloth answerMissing']);
  });

  it('lets an answer be left out on purpose, against its default', () => {
    expect(codes(resolved(suitProgram, { ...complete, veil: null }))).toEqual(['choice:veil answerMissing']);
    expect(resolved(suitProgram, { ...complete, gift: null }).counted.some(({ choice }) => choice === 'gift')).toBe(
      false,
    );
  });

  it('knows a combination that is not made from one that is out of stock', () => {
    expect(resolved(suitProgram, { size: 'm', cloth: 'moss' })).toMatchObject({
      state: 'unavailable',
      problems: [{ code: 'combinationNotMade' }],
    });
    const out = resolved(suitProgram, { size: 'l', cloth: 'slate' });
    expect(out).toMatchObject({ state: 'unavailable', problems: [{ code: 'outOfStock' }] });
    expect(out.availability).toMatchObject({ canSupply: 0, limitedBy: { stock: 'suit-l-slate' } });
  });

  it('offers options by what the other stocked options leave', () => {
    const offers = (choice: string, answers: Record<string, unknown>) =>
      resolved(suitProgram, answers)
        .shown.find((shown) => shown.choice === choice)
        ?.options.map(({ option, why }) => [option, why]);
    expect(offers('size', { cloth: 'slate' })).toEqual([
      ['m', null],
      ['l', 'outOfStock'],
    ]);
    expect(offers('cloth', {})).toEqual([
      ['slate', null],
      ['moss', 'notMade'],
    ]);
  });

  it('refuses more than stock holds, with how many it could be', () => {
    const resolution = resolved(meshProgram, { length: '2 m' }, 4);
    expect(resolution.state).toBe('unavailable');
    expect(resolutionJson(resolution).problems[0]).toMatchObject({
      where: 'quantity',
      message: 'There is not enough Mesh roll for 4.',
      remedy: 'We can supply 3.',
    });
  });

  it('asks nothing of stock when stock is not given', () => {
    const resolution = resolve(meshProgram, { answers: { length: '25' }, quantity: 9 }, { ...context, stock: null });
    expect(resolution.state).toBe('sellable');
    expect(resolution.availability.canSupply).toBeNull();
  });

  it('corrects nothing: it gives the nearest right answers on either side', () => {
    expect(resolutionJson(resolved(meshProgram, { length: '0.07' })).problems[0]).toMatchObject({
      code: 'belowMinimum',
      nearest: ['0.1 m'],
      message: 'Length must be at least 0.1 m.',
    });
    expect(resolutionJson(resolved(meshProgram, { length: '31' })).problems[0]).toMatchObject({
      code: 'aboveMaximum',
      nearest: ['30 m'],
    });
    expect(resolutionJson(resolved(meshProgram, { length: '0.12' })).problems[0]).toMatchObject({
      code: 'offStep',
      nearest: ['0.1 m', '0.15 m'],
    });
    expect(resolved(meshProgram, { length: '0.12' }).counted).toEqual([]);
  });

  it('counts letters as readers do, and spaces only where they are charged', () => {
    const name = (text: string) =>
      lines(resolved(suitProgram, { ...complete, name: text })).find(([label]) => label === 'Name')?.[2];
    expect(name('Zoë')).toBe('1.2');
    expect(name('👩‍🌾 B')).toBe('0.8');
    const counting = compile(
      {
        ...suit,
        choices: suit.choices.map((choice) =>
          choice.kind === 'text'
            ? { ...choice, amount: { kind: 'perCharacter', value: '0.40', of: null, spaces: 'counted' } }
            : choice,
        ),
      },
      surroundings,
    );
    expect(
      resolve(counting, { answers: { ...complete, name: 'A B' } }, context)
        .working.find(({ label }) => label === 'Name')
        ?.amount.toString(),
    ).toBe('1.2');
  });

  it('treats 1.2 m, 120 cm and 1,2 as the same item', () => {
    const keys = ['1.2 m', '120cm', '1,2', '1 m 20 cm'].map((length) => resolved(meshProgram, { length }).item.key);
    expect(new Set(keys)).toEqual(new Set(['mesh?length=1.2']));
  });

  it('refuses a price below nothing', () => {
    const cheap = compile({ ...suit, price: '1.00' }, surroundings);
    expect(codes(resolve(cheap, { answers: { ...complete, gift: true } }, context))).toContain(
      'item priceBelowNothing',
    );
  });

  it('never sells a product whose definition has faults', () => {
    const broken = compile({ ...mesh, price: 'twelve' }, surroundings);
    expect(resolve(broken, { answers: { length: '1' } }, context).state).toBe('invalid');
    expect(broken.faults[0]).toMatchObject({ path: ['price'], code: 'notDecimal' });
  });

  it('gives a free product a price of nothing, not no price', () => {
    const free = compile({ ...mesh, price: '0' }, surroundings);
    expect(resolve(free, { answers: { length: '1' } }, context).unitPrice?.equals(Exact.zero)).toBe(true);
  });
});
