import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { beforeAll, describe, expect, it } from 'vitest';
import { type Stage } from './stage';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

interface Violation {
  id: string;
  nodes: { html: string; failureSummary: string }[];
}

/** A screen: what it is called, its address, and what is done there before it is looked at. */
export type Screen = [string, string, (() => Promise<void>)?];

/**
 * Runs axe-core on the page as it stands.
 *
 * @param leaveOut parts of it, by CSS, that have been looked at before
 * @returns what breaks WCAG 2.2 A or AA
 */
export async function violations(
  { browser }: Stage,
  only: 'everything' | 'colours' = 'everything',
  leaveOut: readonly string[] = [],
): Promise<string[]> {
  if (!(await browser.driver.executeScript<boolean>('return "axe" in window'))) await browser.driver.executeScript(axe);
  const runOnly =
    only === 'colours'
      ? { type: 'rule', values: ['color-contrast'] }
      : { type: 'tag', values: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'] };
  const found = await browser.driver.executeAsyncScript<Violation[]>(
    'const done = arguments[2]; axe.run({ include: [["html"]], exclude: arguments[1] }, { runOnly: arguments[0], resultTypes: ["violations"], preload: false }).then((r) => done(r.violations))',
    runOnly,
    leaveOut.map((part) => [part]),
  );
  return found.flatMap(({ id, nodes }) =>
    nodes.map(({ html, failureSummary }) => `${id}: ${html.slice(0, 160)} ${failureSummary.slice(0, 240)}`),
  );
}

/** Changes the look of the page as it stands, as the switch does, without loading it again. */
const look = ({ browser }: Stage, light: 'light' | 'dark') =>
  browser.driver.executeScript(
    'document.documentElement.className = document.documentElement.className.replace(/light|dark/, arguments[0]); document.documentElement.style.colorScheme = arguments[0]',
    light,
  );

/** Colours on their way from one to another are no colours to judge: waits until nothing moves any more. */
const still = ({ browser }: Stage) =>
  browser.driver.wait(
    () =>
      browser.driver.executeScript<boolean>(
        'return document.getAnimations().every((one) => one.playState !== "running" || one.effect.getTiming().iterations === Infinity)',
      ),
    5_000,
  );

/** What stands beside what is edited: the same at every place of one product. */
const BESIDE = ['nav', '[aria-label="Readiness and Counter"]'];

/** What the page has asked for and did not get, by address. */
const missing = ({ browser }: Stage) =>
  browser.driver.executeScript<string[]>(
    'return performance.getEntriesByType("resource").filter(({ responseStatus }) => responseStatus >= 400).map(({ name, responseStatus }) => `${responseStatus} ${name}`)',
  );

/** Looks at screens in light and dark, and whether all that they ask for is there. */
export function lookAtAll(stage: Stage, screens: readonly Screen[]): void {
  describe('accessibility in light and dark, by axe-core', () => {
    beforeAll(async () => {
      await stage.person.goTo('/manage/orders');
      await stage.browser.driver.executeScript('localStorage.setItem("theme", "light")');
    });

    const known = new Set<string>();
    let open = '';
    it.each(screens)('%s', async (_name, path, before) => {
      const [page = path] = path.split('?');
      const beside = known.has(page) ? BESIDE : [];
      known.add(page);
      // Screens of one address follow each other by what is pressed there, as people get from one to the next.
      if (path !== open || !before) await stage.person.goTo(path);
      open = path;
      await before?.();
      expect(await missing(stage)).toEqual([]);
      for (const light of ['light', 'dark'] as const) {
        await look(stage, light);
        await still(stage);
        expect(await stage.browser.driver.executeScript('return document.documentElement.className')).toContain(light);
        // Only colours differ in the dark.
        expect(await violations(stage, light === 'light' ? 'everything' : 'colours', beside), light).toEqual([]);
      }
    });
  });
}
