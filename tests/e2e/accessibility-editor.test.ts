import { lookAtAll } from '../support/axe';
import { COUNTER, OUTLINE, setStage } from '../support/stage';

const stage = setStage();

lookAtAll(stage, [
  ['the editor: words', '/manage/products/1'],
  ['the editor: a list with swatches', '/manage/products/1', () => stage.person.press('Cloth', OUTLINE)],
  ['the editor: quantity', '/manage/products/1', () => stage.person.press('Quantity rule', OUTLINE)],
  ['the editor: stock and variants', '/manage/products/1', () => stage.person.press('Stock', OUTLINE)],
  ['the editor: listing', '/manage/products/1', () => stage.person.press('Listing', OUTLINE)],
  ['the editor: pictures', '/manage/products/1', () => stage.person.press('Pictures', OUTLINE)],
  ['the editor: earlier states', '/manage/products/1', () => stage.person.press('Revisions', OUTLINE)],
  [
    'the editor: proofs',
    '/manage/products/1',
    async () => {
      await stage.person.press('Price and unit', OUTLINE);
      await stage.person.fill('Base price', '131');
      await stage.person.press('Proofs', OUTLINE);
      await stage.person.sees('no longer holds');
    },
  ],
  ['the editor: price and charge', '/manage/products/11', () => stage.person.press('Price and unit', OUTLINE)],
  [
    'the editor: formulas, rates and trials',
    '/manage/products/11',
    async () => {
      await stage.person.press('Formulas and rates', OUTLINE);
      await stage.person.fill('Length of the run', '11', COUNTER);
      await stage.person.press('Add a trial');
      await stage.person.sees('It jumps', '[aria-label="Price chart"]');
    },
  ],
  [
    'the editor: quantities from a list',
    '/manage/products/34?place=quantity',
    () => stage.person.sees('What customers read'),
  ],
  ['the editor: what more costs', '/manage/products/34?place=breaks', () => stage.person.sees('Buying more')],
  ['the editor: variants in a grid', '/manage/products/5', () => stage.person.press('Variants', OUTLINE)],
  [
    'the editor: a choice unfolded',
    '/manage/products/6',
    async () => {
      await stage.person.press('Height of the letters', OUTLINE);
      await stage.person.press('More about 10 mm');
      await stage.person.press('Display and visibility');
    },
  ],
  [
    'the editor: rules and tables',
    '/manage/products/6',
    async () => {
      await stage.person.press('Rules', OUTLINE);
      await stage.person.press('When the length of', '//article[@aria-label="Rule 1"]');
    },
  ],
  [
    'the editor: all selections',
    '/manage/products/6',
    async () => {
      await stage.person.press('Full check', OUTLINE);
      await stage.person.sees('20 selections');
    },
  ],
  ['the editor: a choice for the workshop alone', '/manage/products/6', () => stage.person.press('Cutter', OUTLINE)],
  // It leaves a dialog open: the last of its address.
  [
    'the editor: a pasted list',
    '/manage/products/6',
    async () => {
      await stage.person.press('Lettering', OUTLINE);
      await stage.person.press('Paste a list');
      await stage.person.fill('List of options', 'A;1;A\nB;x;B');
    },
  ],
  [
    'the editor: parts',
    '/manage/products/20?place=parts',
    () => stage.person.press('Unfold', '//article[@aria-label="Bee suit"]'),
  ],
  [
    'the editor: made of, and used in',
    '/manage/products/20?place=made-of',
    () => stage.person.sees('The first year', '[aria-label="Where it is used"]'),
  ],
  [
    'the editor: a search field that is open',
    '/manage/products/21?place=parts',
    async () => {
      await stage.person.click(await stage.person.find('//*[@data-scope="combobox" and @data-part="root"]//input'));
      await stage.person.sees('Honey sieve');
    },
  ],
  [
    'the editor: a section, and a paragraph',
    '/manage/products/1?place=choices',
    async () => {
      await stage.person.fill('Ask customers for', 'Extras');
      await stage.person.select('as', 'a heading (asks nothing)');
      await stage.person.press('Add choice');
      await stage.person.press('Show it only when');
      await stage.person.select('Shown when, part 1: of what', 'the day of the order');
      await stage.person.press('Choices', OUTLINE);
      await stage.person.select('as', 'a paragraph (asks nothing)');
      await stage.person.press('Add choice');
      await stage.person.press('Edit it as Markdown');
      await stage.person.fill('Text, as Markdown', '**Bold** and [a link](/shop)');
      await stage.person.sees('As it will look');
      await stage.person.press('Edit it as it looks');
      await stage.person.sees('Bold and a link', '[aria-label="Text"]');
    },
  ],
  ['the editor: a measure on the picture', '/manage/products/10', () => stage.person.press('Width all round', OUTLINE)],
  ['the editor: quick picks', '/manage/products/2', () => stage.person.press('Length', OUTLINE)],
  ['the editor: a date', '/manage/products/7', () => stage.person.press('Needed by', OUTLINE)],
  ['the editor: files', '/manage/products/7', () => stage.person.press('Artwork', OUTLINE)],
  ['the editor: an add-on', '/manage/products/9', () => stage.person.press('Smoker fuel, 1 kg', OUTLINE)],
  ['the editor: a sheet on a product', '/manage/products/9', () => stage.person.press('As a gift', OUTLINE)],
]);
