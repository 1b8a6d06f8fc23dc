import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { CATALOG_FORMAT, CATALOG_VERSION, productSchema } from '@/core/catalog';
import { products } from '@/data/schema';
import { importFile } from '@/services/importing/apply';
import { openImport } from '@/services/importing/import';
import { type ImportStep, stopWatched, type Watch, watched } from '@/services/importing/watched';
import { Refusal } from '@/services/refusal';
import { openServices, type TestServices } from '../support/services';

let context: TestServices;
beforeEach(async () => {
  context = await openServices({ demo: false });
});
afterEach(() => context.close());

const MANY = 450;
const many = () => {
  const list = Array.from({ length: MANY }, (_, place) =>
    productSchema.parse({ slug: `jar-${place}`, title: `Jar ${place}`, sku: `J${place}`, price: '2' }),
  );
  const shop = { name: 'Jars', currency: 'EUR' };
  const catalog = { format: CATALOG_FORMAT, version: CATALOG_VERSION, shop, products: list };
  return openImport(context, { name: 'jars.json', bytes: Buffer.from(JSON.stringify(catalog)) });
};
const WISH = { decisions: {}, clashes: null, withFaults: true };
const here = () => context.database.read.$count(products);

describe('an import that is watched', () => {
  it('tells how far it has come, to the end', async () => {
    const steps: ImportStep[] = [];
    const { id } = await importFile(context, await many(), WISH, {
      tell: (step) => void steps.push(step),
      goOn: () => Promise.resolve(),
    });
    expect(id).not.toBeNull();
    expect(await here()).toBe(MANY);
    expect(steps.slice(0, 2).map(({ doing }) => doing)).toEqual(['comparing', 'checking']);
    const written = steps.flatMap((step) => (step.doing === 'writing' ? [step] : []));
    expect(written.map(({ done }) => done)).toEqual(written.map(({ done }) => done).toSorted((a, b) => a - b));
    expect(written.some(({ done }) => done > 0 && done < MANY)).toBe(true);
    expect(written.at(-1)?.done).toBe(MANY);
  });

  it.each(['comparing', 'checking', 'writing'])('leaves nothing where it is stopped while %s', async (doing) => {
    let now: ImportStep = { doing: 'comparing' };
    const watch: Watch = {
      tell: (step) => void (now = step),
      goOn: () =>
        now.doing === doing && (now.doing !== 'writing' || now.done >= 200)
          ? Promise.reject(new Refusal(409, 'stopped', 'Stopped.'))
          : Promise.resolve(),
    };
    const file = await many();
    await expect(importFile(context, file, WISH, watch)).rejects.toMatchObject({ code: 'stopped' });
    expect(await here()).toBe(0);
    expect(await importFile(context, file, WISH)).toMatchObject({ words: `${MANY} new, 1 changed` });
  });
});

describe('work that is watched', () => {
  /** Goes on until it is told to end, or is stopped. */
  const working = () => {
    let end: () => void = () => undefined;
    let stopped = false;
    const ended = new Promise<void>((resolve) => (end = resolve));
    const work = async ({ tell, goOn }: Watch) => {
      tell({ doing: 'writing', done: 1, of: 2 });
      let over = false;
      void ended.then(() => (over = true));
      try {
        while (!over) {
          await goOn();
          await new Promise((go) => setTimeout(go, 5));
        }
      } catch (error) {
        stopped = true;
        throw error;
      }
      return 'all of it';
    };
    return { work, end: () => end(), isStopped: () => stopped };
  };

  it('is told again and again, and at last what came of it', async () => {
    const { work, end } = working();
    const told = watched('a', work);
    expect((await told.next()).value).toMatchObject({ doing: expect.any(String) });
    expect((await told.next()).value).toEqual({ doing: 'writing', done: 1, of: 2 });
    end();
    let last: unknown;
    for await (const line of told) last = line;
    expect(last).toEqual({ came: 'all of it' });
    expect(() => stopWatched('a')).toThrow('There is no');
  });

  it('is stopped by its name, and says so', async () => {
    const { work, isStopped } = working();
    const told = watched('b', work);
    await told.next();
    await expect(watched('b', work).next()).rejects.toMatchObject({ code: 'atWork' });
    stopWatched('b');
    const rest = async () => {
      for await (const _ of told);
    };
    await expect(rest()).rejects.toMatchObject({ code: 'stopped', message: 'Stopped. Nothing was imported.' });
    expect(isStopped()).toBe(true);
  });

  it('is stopped once nobody reads on', async () => {
    const { work, isStopped } = working();
    const told = watched('c', work);
    await told.next();
    await told.return(undefined);
    await expect.poll(isStopped).toBe(true);
    expect(() => stopWatched('c')).toThrow('There is no');
  });
});
