import { type Choice, hasOptions, isStocked, propertyText, readProperty } from '../catalog';
import { type ChoiceProgram, type OptionProgram, type Program } from '../compile/program';
import { firstCapital, inOneLine, plainWords } from '../text';

/** Something that customers narrow a list down by: `Colour` is `Walnut`, `Timber` is `cedar`. */
export interface Trait {
  readonly name: string;
  readonly value: string;
  /** by what two of one name, and of one value, are the same however they are written */
  readonly nameKey: string;
  readonly valueKey: string;
  /** customer groups that it is for; empty for everybody */
  readonly groups: readonly string[];
}

/** Choices out of which things are picked that others may have, too; letters and agreements tell nothing apart. */
const TELLING: ReadonlySet<Choice['kind']> = new Set(['list', 'swatch', 'several']);

/**
 * What a product can be had as, for lists that are narrowed down by it: its options by the titles of their choices, and
 * what it and they measure or are. An option is told where it can be picked by itself: that no rule or table keeps it
 * from going with others is not looked at.
 */
export function traitsOf(program: Program): Trait[] {
  const found = new Map<string, Trait>();
  const add = (name: string, value: string, groups: readonly string[]) => {
    const [nameKey, valueKey] = [plainWords(name), plainWords(value)];
    if (nameKey === '' || valueKey === '') return;
    const key = JSON.stringify([nameKey, valueKey]);
    const known = found.get(key);
    // Told twice, it is for whoever either is for.
    const both = known && (known.groups.length === 0 || groups.length === 0 ? [] : [...known.groups, ...groups]);
    found.set(key, {
      name: known?.name ?? inOneLine(name),
      value: known?.value ?? inOneLine(value),
      nameKey,
      valueKey,
      groups: [...new Set(both ?? groups)],
    });
  };
  const addProperties = ({ properties }: Pick<Program['product'], 'properties'>, groups: readonly string[]) => {
    for (const [name, property] of Object.entries(properties)) {
      const read = readProperty(property);
      if (read) add(nameOfProperty(name), propertyText(read), groups);
    }
  };
  addProperties(program.product, []);
  program.product.choices.forEach((choice, index) => {
    const asked = program.choices[index];
    if (!asked || asked.forWorkshop || !hasOptions(choice) || !TELLING.has(choice.kind)) return;
    const onSale = isStocked(choice) ? optionsOnSale(program, index) : null;
    asked.options.forEach((option, place) => {
      const groups = groupsOf(asked, option);
      if (!groups || onSale?.has(option.key) === false) return;
      add(asked.title, option.title, groups);
      const defined = choice.options[place];
      if (defined) addProperties(defined, groups);
    });
  });
  return [...found.values()];
}

/** Inside names as people read them: `frame-width` as “Frame width”. */
const nameOfProperty = (name: string): string => firstCapital(name.replaceAll('-', ' '));

/** The options of a stocked choice that lead to a variant on sale. */
function optionsOnSale({ stocked, variants }: Program, choice: number): ReadonlySet<string> {
  const position = stocked.indexOf(choice);
  return new Set([...variants.values()].flatMap(({ onSale, options }) => (onSale ? [options[position] ?? ''] : [])));
}

/** The customer groups that see an option: none for everybody, null for nobody. */
function groupsOf({ groups: asked }: ChoiceProgram, { groups: offered }: OptionProgram): readonly string[] | null {
  if (asked.length === 0 || offered.length === 0) return [...asked, ...offered];
  const both = offered.filter((group) => asked.includes(group));
  return both.length > 0 ? both : null;
}
