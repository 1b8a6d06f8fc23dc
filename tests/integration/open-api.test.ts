import { Validator } from '@seriousme/openapi-schema-validator';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { POST as resolveOne } from '@/app/api/v1/products/[slug]/resolve/route';
import { GET as form } from '@/app/api/v1/products/[slug]/route';
import { GET as list } from '@/app/api/v1/products/route';
import { POST as resolveSeveral } from '@/app/api/v1/resolve/route';
import { GET as describeIt } from '@/app/api/v1/openapi.json/route';
import {
  formSchema,
  offeredSchema,
  problemSchema,
  resolutionSchema,
  togetherAnswerSchema,
} from '@/http/open-api/answers';
import { openForRoutes, type RouteServices } from '../support/services';

let context: RouteServices;
beforeEach(async () => {
  context = await openForRoutes();
});
afterEach(() => context.close());

const request = (body?: unknown) =>
  new Request('http://localhost/api/v1/x', {
    headers: { host: 'localhost', 'Content-Type': 'application/json' },
    ...(body !== undefined && { method: 'POST', body: JSON.stringify(body) }),
  });
const at = (slug: string) => ({ params: Promise.resolve({ slug }) });

/** The methods that the text of a route answers. */
const methodsIn = (text: string): string[] =>
  [...text.matchAll(/^export (?:async )?function ([A-Z]+)\b/gm)].map(([, name = '']) => name.toLowerCase()).sort();

type Described = Record<'paths' | 'components', Record<string, object>>;
const described = async () => (await describeIt(request()).json()) as Described;

describe('the description of what other programs may ask', () => {
  it('is a sound one, by another library, and all it refers to is in it', async () => {
    const document = await described();
    const validator = new Validator();
    expect(await validator.validate(document)).toMatchObject({ valid: true });
    expect(validator.version).toBe('3.1');
    const names = [...JSON.stringify(document).matchAll(/"\$ref":"#\/components\/schemas\/([^"]+)"/g)].map(
      ([, name]) => name,
    );
    expect(names).toContain('Resolution');
    const { schemas = {} } = document.components;
    expect(names.filter((name) => !((name ?? '') in schemas))).toEqual([]);
  });

  it('names every address there is, with every method', async () => {
    const { paths } = await described();
    const files = ['v1', 'manage/v1'].flatMap((room) =>
      readdirSync(join('src', 'app', 'api', room), { recursive: true, encoding: 'utf8' })
        .filter((file) => file.endsWith('/route.ts'))
        .map((file) => ({
          path: `/api/${room}/${file.replace('/route.ts', '').replace(/\[(\w+)\]/g, '{$1}')}`,
          methods: methodsIn(readFileSync(join('src', 'app', 'api', room, file), 'utf8')),
        })),
    );
    const there = files.filter(({ path }) => path !== '/api/v1/openapi.json');
    expect(Object.fromEntries(there.map(({ path, methods }) => [path, methods]))).toEqual(
      Object.fromEntries(Object.entries(paths).map(([path, operations]) => [path, Object.keys(operations).sort()])),
    );
  });
});

describe('what is answered', () => {
  it('is what is described, of every product, whatever is chosen', async () => {
    const offered = offeredSchema.parse(await (await list(request())).json());
    expect(offered.products.length).toBe(offered.found);
    const seen = new Set<string>();
    for (const { slug } of [...offered.products, { slug: 'brood-box' }, { slug: 'hive-floor' }]) {
      const asked = formSchema.parse(await (await form(request(), at(slug))).json());
      for (const answers of [{}, answersTo(asked.choices, 0), answersTo(asked.choices, 1), { nonsense: 1 }]) {
        const answer = resolutionSchema.safeParse(await (await resolveOne(request({ answers }), at(slug))).json());
        expect([slug, answers, answer.error?.issues]).toEqual([slug, answers, undefined]);
        if (answer.data) seen.add(answer.data.state);
      }
    }
    expect([...seen].sort()).toEqual(['incomplete', 'invalid', 'sellable', 'unavailable']);
  });

  it('is what is described of several at once, of kits and builds, and of what is refused', async () => {
    const items = [
      {
        product: 'starter-kit',
        selection: { answers: {}, parts: { suit: { answers: { size: 'm', cloth: 'slate' } } } },
      },
      { product: 'hive', selection: { answers: { floor: 'hive-floor', brood: 'brood-box' } } },
      { product: 'nowhere', selection: { answers: {} } },
    ];
    const { results } = togetherAnswerSchema.parse(await (await resolveSeveral(request({ items }))).json());
    expect(
      results.map((result) => ('problem' in result ? result.problem.code : result.resolution.parts.length)),
    ).toEqual([6, expect.any(Number), 'notFound']);
    for (const response of [
      await form(request(), at('nowhere')),
      await resolveSeveral(request({ items: [] })),
      await resolveSeveral(request({ items, code: 'no such code' })),
    ])
      expect(problemSchema.parse(await response.json()).status).toBe(response.status);
  });
});

/** An answer to each choice of a form, of options the first or the second. */
function answersTo(choices: readonly Record<string, unknown>[], place: number): Record<string, unknown> {
  return Object.fromEntries(
    choices.flatMap(({ kind, key, options, min, unit }): [string, unknown][] => {
      const keys = (options as { key: string }[] | undefined)?.map((option) => option.key) ?? [];
      const picked = keys[Math.min(place, keys.length - 1)];
      if (typeof key !== 'string') return [];
      switch (kind) {
        case 'text':
        case 'longText':
          return [[key, 'Lark']];
        case 'yesNo':
        case 'agreement':
          return [[key, true]];
        case 'number':
          return [[key, Number(min ?? 1)]];
        case 'measure':
          return [[key, `${String(min ?? 1)} ${String(unit)}`]];
        case 'several':
          return [[key, picked === undefined ? [] : [picked]]];
        default:
          return picked === undefined ? [] : [[key, picked]];
      }
    }),
  );
}
