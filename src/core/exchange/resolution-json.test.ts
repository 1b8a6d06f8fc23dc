import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Exact } from '../number';
import { meshProgram, resolved, suitProgram } from '../../../tests/fixtures/products';
import { resolutionJson } from './resolution-json';

/** Every number in a JSON value, with the way to it. */
function numbersIn(value: unknown, path = '$'): string[] {
  if (typeof value === 'number') return [path];
  if (Array.isArray(value)) return value.flatMap((entry, index) => numbersIn(entry, `${path}[${index}]`));
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([name, entry]) => numbersIn(entry, `${path}.${name}`));
}

describe('resolutionJson', () => {
  const json = resolutionJson(
    resolved(suitProgram, { size: 'm', cloth: 'slate', veil: 'fencing', name: 'Ada', pockets: 3 }, 1),
  );

  it('survives being written and read', () => expect(JSON.parse(JSON.stringify(json))).toEqual(json));

  it('writes whole counts as numbers and everything measured or paid as strings', () => {
    expect(numbersIn(json)).toEqual([
      ...[0, 1, 2].map((place) => `$.counted[${place}].picks[0].quantity`),
      '$.quantity',
      ...['minimum', 'multiple', 'start'].map((name) => `$.orderable.${name}`),
      '$.availability.canSupply',
    ]);
  });

  it('writes prices with the currency’s places and lines exactly', () => {
    expect(json).toMatchObject({ unitPrice: '152.85', lineTotal: '152.85', wasPrice: '174.85', currency: 'EUR' });
    expect(resolutionJson(resolved(meshProgram, { length: '0.333' })).problems[0]?.code).toBe('offStep');
    expect(resolutionJson(resolved(meshProgram, { length: '0.35' })).working.map(({ amount }) => amount)).toEqual([
      '6.475',
      '0.005',
    ]);
  });

  it('leaves out what a problem does not have', () => {
    const [missing] = resolutionJson(resolved(suitProgram, { cloth: 'slate' })).problems;
    expect(missing).toEqual({ where: 'choice:size', code: 'answerMissing', message: 'Size is still to be chosen.' });
  });

  it('writes null for what can’t be computed yet', () => {
    expect(resolutionJson(resolved(meshProgram, {}))).toMatchObject({
      unitPrice: null,
      lineTotal: null,
      weight: null,
      working: [],
      draws: [],
    });
  });

  it('writes amounts that read back exactly', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 600 }), fc.integer({ min: 1, max: 20 }), (steps, quantity) => {
        const resolution = resolved(meshProgram, { length: Exact.of(steps * 5, 100).toString() }, quantity);
        const written = resolutionJson(resolution);
        expect(written.working.map(({ amount }) => amount)).toEqual(
          resolution.working.map(({ amount }) => amount.toString()),
        );
        expect(Exact.from(written.lineTotal ?? '').equals(resolution.lineTotal ?? Exact.zero)).toBe(true);
      }),
    );
  });
});
