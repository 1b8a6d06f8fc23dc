import { afterAll, beforeAll, inject } from 'vitest';
import { Database } from '@/data/database';
import { type Browser, Person, startBrowser } from './browser';
import { startServer, type TestServer } from './server';

/**
 * The built application on a demo shop of its own, one browser with a person before it, and a way into the database.
 */
export interface Stage {
  readonly server: TestServer;
  readonly browser: Browser;
  readonly person: Person;
  readonly database: Database;
}

/**
 * Sets the stage before a file's tests and clears it after them; what is on it can be used inside the tests.
 *
 * @param contents whether the shop has the demo in it, or nothing at all
 */
export function setStage(contents: 'demo' | 'empty' = 'demo'): Stage {
  let stage: Stage | undefined;
  const now = (): Stage => {
    if (!stage) throw new Error('the stage is set only while tests run');
    return stage;
  };
  beforeAll(async () => {
    const server = await startServer(inject(contents === 'demo' ? 'demoDatabase' : 'emptyDatabase'));
    // Nobody looks at the pixels here: with a quarter of them there is less to draw.
    const browser = await startBrowser(1280, 800, 0.5);
    const person = new Person(browser.driver, server.origin);
    await person.comeIn(await server.link());
    stage = {
      server,
      browser,
      person,
      database: await Database.open(server.databaseUrl),
    };
  });
  afterAll(async () => {
    stage?.database.close();
    await stage?.browser.close();
    await stage?.server.close();
  });
  return {
    get server() {
      return now().server;
    },
    get browser() {
      return now().browser;
    },
    get person() {
      return now().person;
    },
    get database() {
      return now().database;
    },
  };
}

/** Parts of the editor, by their labels. */
export const OUTLINE = '//nav[@aria-label="Outline"]';
export const COUNTER = '//*[@aria-label="The Counter"]';
export const DIALOG = '//*[@role="dialog"]';
