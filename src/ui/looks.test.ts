import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { defaultConfig } from '@chakra-ui/react';
import { describe, expect, it } from 'vitest';

const COMPONENTS = 'node_modules/@chakra-ui/react/dist/esm/components';

/** What of the component library the screens import. */
function imported(): string[] {
  const files = readdirSync('src', { recursive: true, encoding: 'utf8' }).filter((name) => name.endsWith('.tsx'));
  const names = files.flatMap((name) =>
    [...readFileSync(join('src', name), 'utf8').matchAll(/import \{([^}]*)\} from '@chakra-ui\/react'/g)].flatMap(
      ([, list = '']) => list.split(','),
    ),
  );
  return [...new Set(names.map((name) => name.trim().replace(/ as .*/, '')))].filter((name) => /^[A-Z]/.test(name));
}

const kebab = (name: string) => name.replace(/(?<=[a-z])[A-Z]/g, (capital) => `-${capital}`).toLowerCase();

/** The looks that a file of the library asks for, and the files beside it that it is made of. */
function asksFor(file: string, seen: Set<string>, keys: Set<string>): void {
  if (seen.has(file)) return;
  seen.add(file);
  const text = readFileSync(file, 'utf8');
  for (const [, key = ''] of text.matchAll(/key: "(\w+)"/g)) keys.add(key);
  for (const [, to = ''] of text.matchAll(/from '(\.[^']+)'/g)) {
    const next = resolve(dirname(file), to);
    if (next.startsWith(resolve(COMPONENTS))) asksFor(next, seen, keys);
  }
}

describe('the looks that are loaded', () => {
  it('are those that the components on the screens ask for, and no others', () => {
    const { recipes = {}, slotRecipes = {} } = defaultConfig.theme ?? {};
    const asked = new Set<string>();
    const seen = new Set<string>();
    for (const name of imported()) {
      // Its own folder, or a file in another's, as stacks and buttons have.
      const index = readFileSync(join(COMPONENTS, '..', 'index.js'), 'utf8');
      const from = [...index.matchAll(/export \{([^}]*)\} from '([^']+)'/g)].find(([, list = '']) =>
        list.split(',').some((part) => part.trim().split(' as ').at(-1) === name),
      )?.[2];
      const file = from ? join(COMPONENTS, '..', from) : join(COMPONENTS, kebab(name), 'namespace.js');
      if (existsSync(file)) asksFor(resolve(file), seen, asked);
    }
    const wanted = [...asked].filter((key) => key in recipes || key in slotRecipes).sort();
    const given = [...readFileSync('src/ui/looks.ts', 'utf8').matchAll(/^ {8}(\w+): \w+Recipe,$/gm)].map(
      ([, key]) => key,
    );
    expect(given.sort()).toEqual(wanted);
  });
});
