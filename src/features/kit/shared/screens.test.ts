import { readdirSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { PLACES, RAIL, SCREENS, tabsOf } from './screens';

const folders = readdirSync('src/app/manage', { withFileTypes: true }).flatMap((entry) =>
  entry.isDirectory() && !entry.name.startsWith('[') ? [entry.name] : [],
);

describe('the screens of the manager’s side', () => {
  it('are all that there are, and each can be found', () => {
    expect(Object.keys(SCREENS).sort()).toEqual(folders.sort());
    for (const name of folders) expect(PLACES.map(({ href }) => href)).toContain(`/manage/${name}`);
  });

  it('have each a letter of its own', () => {
    const letters = PLACES.flatMap(({ letter }) => letter ?? []);
    expect(new Set(letters).size).toBe(letters.length);
  });

  it('stand in the rail, or under something that does', () => {
    expect(RAIL.find(({ label }) => label === 'Stock')?.within).toEqual([
      '/manage/stock',
      '/manage/receive',
      '/manage/count',
      '/manage/cutting',
    ]);
    expect(tabsOf('price-lists').map(({ title }) => title)).toEqual(['Price lists', 'Discount codes']);
    for (const screen of Object.values(SCREENS))
      if ('under' in screen) expect(SCREENS[screen.under], screen.title).toHaveProperty('rail');
  });
});
