import { describe, expect, it } from 'vitest';
import { choiceSchema, hasOptions, type OptionsChoice } from '@/core/catalog';
import { showPicture } from './show-picture';

function choiceOf(kind: string, option: object = {}, more: object = {}): OptionsChoice {
  const choice = choiceSchema.parse({
    kind,
    key: 'c',
    title: 'C',
    options: [{ key: 'o', title: 'O', ...option }],
    ...more,
  });
  if (!hasOptions(choice)) throw new Error(`${kind} has no options`);
  return choice;
}

function given(choice: OptionsChoice, src: string | null): OptionsChoice {
  const [option] = choice.options;
  if (option) showPicture(choice, option, src);
  return choice;
}

describe('a picture that is given to an option', () => {
  it('is seen on the product and on its card', () => {
    expect(given(choiceOf('list'), '/p')).toMatchObject({
      look: 'cards',
      options: [{ picture: '/p', changesPicture: true, texture: null }],
    });
    expect(given(choiceOf('several'), '/p')).toMatchObject({ look: 'cards' });
    expect(given(choiceOf('list', {}, { look: 'menu' }), '/p')).toMatchObject({ look: 'menu' });
  });

  it('is the swatch of an option that has no colour, and of no other', () => {
    expect(given(choiceOf('swatch'), '/p').options[0]).toMatchObject({ texture: '/p', picture: '/p' });
    expect(given(choiceOf('swatch', { swatch: 'slate' }), '/p').options[0]).toMatchObject({ texture: null });
    expect(given(choiceOf('swatch', { colours: ['#112233'] }), '/p').options[0]).toMatchObject({ texture: null });
  });

  it('gives way to another, and goes as it came', () => {
    const there = choiceOf('swatch', { picture: '/p', texture: '/p', changesPicture: false });
    expect(given(there, '/q').options[0]).toMatchObject({ picture: '/q', texture: '/q', changesPicture: false });
    expect(given(there, null).options[0]).toMatchObject({ picture: null, texture: null, changesPicture: false });
  });
});
