import {
  followed,
  hasOptions,
  isTypeface,
  isNote,
  type Layer,
  lengthsOf,
  type PictureColour,
  type PictureLength,
  type ProductView,
} from '../catalog';
import { compileCondition, type ConditionProgram } from '../rules';
import { type Path, type Wanted } from '../problems';
import { isBlank } from '../text';
import { type FormulaProgram } from './formulas';
import { type KitProgram, placesOf } from './kit';
import { conditionScope, figureKey } from './product-rules';
import { checkKeys, readDecimal, type Scope } from './scope';

/** What lengths of a view follow: a choice, or a formula, by its position. */
export interface FollowedProgram {
  /** as {@link followed} names it */
  readonly name: string;
  readonly kind: 'choice' | 'formula';
  readonly index: number;
}

/** A view, ready to say what of it is seen. */
export interface ViewProgram {
  readonly view: ProductView;
  /** of each layer, when it is seen; null for always */
  readonly conditions: readonly (ConditionProgram | null)[];
  readonly follows: readonly FollowedProgram[];
}

const NO_VIEWS: readonly ViewProgram[] = [];

/** Checks the views of a product and makes them ready. */
export function compileViews(
  scope: Scope,
  formulas: readonly FormulaProgram[],
  kit: KitProgram | null,
): readonly ViewProgram[] {
  const { views } = scope.product;
  if (views.length === 0) return NO_VIEWS;
  const conditions = conditionScope(scope, formulas);
  checkKeys(views, ['views'], 'view', scope.report);
  const places = new Set(placesOf(kit).map(({ key }) => key));
  return views.map((view, index) => {
    const path = ['views', index];
    checkView(view, path, scope);
    view.layers.forEach((layer, place) => checkLayer(layer, [...path, 'layers', place], scope, places));
    checkKeys(view.layers, [...path, 'layers'], 'layer', scope.report);
    return {
      view,
      conditions: view.layers.map(({ when }, place) =>
        when === null ? null : compileCondition(when, [...path, 'layers', place, 'when'], conditions),
      ),
      follows: followedBy(view, path, scope, formulas),
    };
  });
}

function checkView(view: ProductView, path: Path, scope: Scope): void {
  if (isBlank(view.title)) scope.report([...path, 'title'], { code: 'titleMissing', what: { kind: 'view' } });
  if (view.scale !== null) positive(view.scale, [...path, 'scale'], scope, { figure: 'pictureScale' });
  for (const field of ['width', 'height'] as const) checkSize(view[field], field, [...path, field], scope);
  const { workshop } = view;
  if (!workshop) return;
  notNegative(workshop.bleed, [...path, 'workshop', 'bleed'], scope, 'bleed');
  const { sheet } = workshop;
  if (!sheet) return;
  const at = [...path, 'workshop', 'sheet'];
  for (const field of ['width', 'height'] as const)
    positive(sheet[field], [...at, field], scope, { figure: 'ofWorkshop', of: `${field} of the sheet` });
  notNegative(sheet.edge, [...at, 'edge'], scope, 'edge that is kept free');
  notNegative(sheet.gap, [...at, 'gap'], scope, 'distance between pieces');
}

function notNegative(text: string, path: Path, scope: Scope, of: string): void {
  const value = readDecimal(text, path, scope.report);
  if (value && value.sign() < 0) scope.report(path, { code: 'negative', figure: 'ofWorkshop', of });
}

type About = { readonly figure: 'pictureScale' } | { readonly figure: 'onPicture' | 'ofWorkshop'; readonly of: string };

function positive(text: string, path: Path, scope: Scope, about: About): void {
  const value = readDecimal(text, path, scope.report);
  if (value && value.sign() <= 0) scope.report(path, { code: 'notMoreThanNothing', ...about });
}

/** A size that does not grow must be more than nothing; one that does is what the answers make of it. */
function checkSize(length: PictureLength, of: string, path: Path, scope: Scope): void {
  if (typeof length === 'string') positive(length, path, scope, { figure: 'onPicture', of });
}

/** What a colour, text or picture of a layer is taken from. */
type Takes = 'options' | 'file' | 'choice' | 'measure';

function checkLayer(layer: Layer, path: Path, scope: Scope, places: ReadonlySet<string>): void {
  const named = (key: string, takes: Takes, at: string) => checkNamed(key, takes, [...path, at, 'choice'], scope);
  const colour = (given: PictureColour | null, at: string) => {
    if (given?.kind === 'chosen') named(given.choice, 'options', at);
  };
  for (const field of ['width', 'height'] as const) checkSize(layer[field], field, [...path, field], scope);
  readDecimal(layer.turn, [...path, 'turn'], scope.report);
  switch (layer.kind) {
    case 'picture':
      colour(layer.tint, 'tint');
      if (layer.from.kind === 'option') named(layer.from.choice, 'options', 'from');
      if (layer.from.kind === 'file') named(layer.from.choice, 'file', 'from');
      if (layer.from.kind === 'fixed' && layer.from.src === '')
        scope.report([...path, 'from', 'src'], { code: 'nothingNamed', what: 'pictureOfLayer' });
      return;
    case 'shape':
      colour(layer.fill, 'fill');
      readDecimal(layer.corner, [...path, 'corner'], scope.report);
      positive(layer.bar, [...path, 'bar'], scope, { figure: 'onPicture', of: 'width of the bars' });
      positive(layer.tile, [...path, 'tile'], scope, { figure: 'onPicture', of: 'width of a tile' });
      if (layer.line)
        positive(layer.line.width, [...path, 'line', 'width'], scope, { figure: 'onPicture', of: 'width of the line' });
      return;
    case 'text':
      colour(layer.colour, 'colour');
      if (layer.from.kind === 'answer') named(layer.from.choice, 'choice', 'from');
      if (layer.face.kind === 'chosen') named(layer.face.choice, 'options', 'face');
      if (layer.face.kind === 'fixed' && !isTypeface(layer.face.face))
        scope.report([...path, 'face', 'face'], { code: 'faceMissing', title: layer.title });
      positive(layer.size, [...path, 'size'], scope, { figure: 'onPicture', of: 'height of the letters' });
      readDecimal(layer.smallest, [...path, 'smallest'], scope.report);
      if (layer.arc !== null) readDecimal(layer.arc, [...path, 'arc'], scope.report);
      return;
    case 'measure':
      checkNamed(layer.choice, 'measure', [...path, 'choice'], scope);
      positive(layer.size, [...path, 'size'], scope, { figure: 'onPicture', of: 'height of the figures' });
      return;
    case 'pieces':
      readDecimal(layer.gap, [...path, 'gap'], scope.report);
      positive(layer.wide, [...path, 'wide'], scope, { figure: 'onPicture', of: 'width of a piece' });
      layer.at.forEach(({ turn }, place) => readDecimal(turn, [...path, 'at', place, 'turn'], scope.report));
      colour(layer.tint, 'tint');
      for (const field of ['places', 'tinted'] as const)
        layer[field].forEach((key, index) => {
          if (!places.has(key))
            scope.report([...path, field, index], { code: 'unknownReference', what: 'slot or part', given: key });
        });
      return;
  }
}

const WANTED: Readonly<Record<Takes, Wanted>> = {
  options: 'options',
  file: 'file',
  choice: 'choice',
  measure: 'value',
};

/** The choice that a layer takes something from must be there, and of the kind that has it. */
function checkNamed(key: string, takes: Takes, path: Path, { product, report }: Scope): void {
  const choice = product.choices.find((candidate) => candidate.key === key);
  if (!choice)
    return report(
      path,
      key === ''
        ? { code: 'nothingNamed', what: 'choiceOfLayer' }
        : { code: 'unknownReference', what: 'choice', given: key },
    );
  const has = {
    options: hasOptions(choice),
    file: choice.kind === 'file',
    choice: !isNote(choice),
    measure: choice.kind === 'measure' || choice.kind === 'number',
  };
  if (!has[takes]) report(path, { code: 'referenceKind', title: choice.title, wanted: WANTED[takes] });
}

/** What the lengths of a view follow, each once. */
function followedBy(
  view: ProductView,
  path: Path,
  scope: Scope,
  formulas: readonly FormulaProgram[],
): readonly FollowedProgram[] {
  const found = new Map<string, FollowedProgram>();
  for (const { length, path: at } of lengthsOf(view)) {
    const place = [...path, ...at];
    if (typeof length === 'string') {
      readDecimal(length, place, scope.report);
      continue;
    }
    for (const field of ['base', 'times'] as const) readDecimal(length[field], [...place, field], scope.report);
    const name = followed(length);
    if (name === null || found.has(name)) continue;
    const { of } = length;
    if (of.kind === 'choice') checkNamed(of.choice, 'measure', [...place, 'of', 'choice'], scope);
    const index =
      of.kind === 'choice'
        ? scope.product.choices.findIndex(({ key }) => key === of.choice)
        : // What work costs is the catalog manager’s business: nothing that customers see may follow from it.
          formulas.findIndex((formula) => formula.serves.kind !== 'cost' && figureKey(formula) === of.formula);
    if (index < 0 && of.kind === 'formula')
      scope.report([...place, 'of', 'formula'], { code: 'unknownReference', what: 'formula', given: of.formula });
    if (index >= 0) found.set(name, { name, kind: of.kind, index });
  }
  return [...found.values()];
}
