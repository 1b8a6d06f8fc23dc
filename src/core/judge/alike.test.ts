import { describe, expect, it } from 'vitest';
import { type Fault, faultAt } from '../problems';
import { alikeWords } from '../words';
import { alike } from './alike';

const nothing = (path: Fault['path'], when: string | null) => faultAt(path, { code: 'drawsNothing', when });

describe('what is alike among what is wrong', () => {
  it('is one thing: variants, and options of one choice', () => {
    const findings = [
      faultAt(['sku'], { code: 'skuMissing' }),
      ...['S', 'M', 'L', 'XL'].map((size, index) => nothing(['variants', index, 'stock'], size)),
      nothing(['choices', 0, 'options', 1, 'draws'], 'Cloth: Linen'),
      faultAt(['categories'], { code: 'categoryMissing' }),
      nothing(['choices', 0, 'options', 2, 'draws'], 'Cloth: Wool'),
      nothing(['choices', 1, 'options', 0, 'draws'], 'Veil: Fine'),
    ];
    const groups = alike(findings);
    expect(groups.map((group) => group.map((finding) => findings.indexOf(finding)))).toEqual([
      [0],
      [1, 2, 3, 4],
      [5, 7],
      [6],
      [8],
    ]);
    expect(groups.map(alikeWords)).toEqual([
      'Give the product a SKU.',
      '4 variants draw nothing from stock: S, M, L and 1 more. Choose their stock items.',
      '2 options draw nothing from stock: Cloth: Linen and Cloth: Wool. Choose their stock items.',
      'Put the product in a category, so that customers find it.',
      'Veil: Fine draws nothing from stock. Choose its stock item.',
    ]);
  });

  it('is never what is said of the product itself', () => {
    const findings = [nothing(['draws'], null), nothing(['draws'], 'Leaving out Cloth')];
    expect(alike(findings)).toEqual(findings.map((finding) => [finding]));
  });
});
