import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { describe, expect, it } from 'vitest';

const texts = [
  'README.md',
  'CONTRIBUTING.md',
  'docs/architecture.md',
  'docs/claims.md',
  'docs/glossary.md',
  ...['decisions', 'guide'].flatMap((folder) => readdirSync(`docs/${folder}`).map((name) => `docs/${folder}/${name}`)),
];

describe('what newcomers read', () => {
  it('answers ten questions with files that are there', () => {
    const contributing = readFileSync('CONTRIBUTING.md', 'utf8');
    const questions = contributing.slice(contributing.indexOf('## Where is'), contributing.indexOf('## Adding a kind'));
    const files = [...questions.matchAll(/`(src\/[^`]+)`/g)].map(([, file]) => file ?? '');
    expect(questions.match(/^\d+\. /gm)).toHaveLength(10);
    expect(files.length).toBeGreaterThanOrEqual(10);
    expect(files.filter((file) => !existsSync(file))).toEqual([]);
  });

  it.each(texts)('leads nowhere that is not there: %s', (text) => {
    const links = [...readFileSync(text, 'utf8').matchAll(/\]\(([^)#]+)(?:#[^)]*)?\)/g)]
      .map(([, link]) => link ?? '')
      .filter((link) => !/^[a-z]+:/.test(link));
    expect(links.filter((link) => !existsSync(join(dirname(text), link)))).toEqual([]);
  });

  it.each(texts)('names files that are there: %s', (text) => {
    const named = [
      ...readFileSync(text, 'utf8').matchAll(/`((?:core|services|features|http|ui|data|app|cli)\/[\w./()-]+\.tsx?)`/g),
    ].map(([, file]) => file ?? '');
    expect(named.filter((file) => !existsSync(join('src', file)))).toEqual([]);
  });
});
