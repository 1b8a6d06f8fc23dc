import { eq } from 'drizzle-orm';
import { By } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import { logEntries, orders } from '@/data/schema';
import { type Browser, Person, startBrowser, PATIENCE } from '../support/browser';
import { receiver, type Received } from '@/services/webhooks/receiver';
import { fromBase32, oneTimeCode } from '../support/one-time-code';
import { freePort } from '../support/server';
import { DIALOG, setStage } from '../support/stage';

const stage = setStage();

const GOOD = 'wax and honey and smoke';

/** Somebody else, with a browser of their own. */
async function beside<T>(work: (person: Person, browser: Browser) => Promise<T>): Promise<T> {
  const browser = await startBrowser(1280, 800, 0.5);
  try {
    return await work(new Person(browser.driver, stage.server.origin), browser);
  } finally {
    await browser.close();
  }
}

/** What stands in a part of the page to be copied. */
const told = async (person: Person, label: string) =>
  (await person.find(`[aria-label="${label}"]`)).getText().then((text) => text.replace(/\s/g, ''));

describe('people', () => {
  it('come in by a link, set a password, count but don’t publish, and are gone when their access ends', async () => {
    const { person, server, database } = stage;
    await person.goTo('/manage/people');
    await person.press('Let somebody in');
    await person.fill('Name', 'Tilda Fenn', DIALOG);
    await person.fill('E-mail address', 'tilda@fenn.example', DIALOG);
    await person.pick('Stock and workshop: counts, receives and cuts', DIALOG);
    await person.press('Make the link');
    const link = await told(person, 'To be copied');
    await person.press('Done');
    await person.sees('Invited');
    const OUTBOX = '[aria-label="Outbox"]';
    await person.sees('tilda@fenn.example', OUTBOX);
    await person.press('Your way in to Pollard Lane Bee Works');
    expect(await person.textOf('[role="dialog"]')).toContain(`you set a password then: ${link}`);
    await person.press('Close', DIALOG);

    await beside(async (tilda, browser) => {
      await tilda.comeIn(link);
      await tilda.sees('You came in by a link');
      // What signs in stands no longer in the address, and leads in no second time.
      expect(await browser.driver.getCurrentUrl()).toBe(`${server.origin}/manage/me`);
      await tilda.comeIn(link);
      await tilda.sees('You came in by a link');
      await tilda.fill('New password', GOOD);
      await tilda.press('Set password');
      await tilda.sees('Change password');

      await tilda.goTo('/manage/stock/gift-box');
      await tilda.seesNoMore('To change something takes the role');
      await tilda.fill('Quantity (pieces)', '5');
      await tilda.fill('Why', 'Delivery from the printer');
      await tilda.press('Enter receipt');
      await tilda.sees('90');
      await tilda.goTo('/manage/products/3');
      await tilda.sees('To change something takes the role “Catalog” or “Owner”.');
      await tilda.fill('Short description', 'Not mine to say.');
      await tilda.sees('This takes the role “Catalog” or “Owner”; yours is Stock and workshop.');
      // Nor by what the screens ask: the browser is hers.
      const asks = (path: string, body: object) =>
        browser.driver.executeAsyncScript<number>(
          `const [path, body, done] = arguments;
           fetch(path, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body }).then(
             ({ status }) => done(status), () => done(0))`,
          path,
          JSON.stringify(body),
        );
      expect(await asks('/api/manage/products/3/publication', { version: 1, accepted: 0 })).toBe(403);
      expect(await asks('/api/manage/people', { name: 'A', email: 'a@fenn.example', roles: [] })).toBe(403);
      const count = { kind: 'adjustment', quantity: '90', reason: 'Counted again' };
      expect(await asks('/api/manage/stock/gift-box/entries', count)).toBe(200);
      await tilda.goTo('/manage/people');
      await tilda.sees('This page takes the role “Owner”.');

      // Her letter was gone once its link was used.
      await person.goTo('/manage/people');
      await person.seesNoMore('tilda@fenn.example', OUTBOX);
      await person.press('More about Tilda Fenn');
      await person.press('End their access');
      await person.sees('Has left');
      await tilda.driver.get(`${server.origin}/manage/products`);
      await tilda.sees('Sign in');
    });
    const entries = await database.read.select().from(logEntries);
    expect(entries.map(({ whoName, what, aboutTitle }) => `${whoName} ${what} ${aboutTitle}`)).toEqual([
      'Wren Pollard signedIn Wren Pollard',
      'Wren Pollard invited Tilda Fenn',
      'Tilda Fenn signedIn Tilda Fenn',
      'Tilda Fenn changed Tilda Fenn',
      'Tilda Fenn moved Gift box, grey board',
      'Tilda Fenn moved Gift box, grey board',
      'Wren Pollard ended Tilda Fenn',
    ]);
    await person.goTo('/manage/log');
    await person.fill('Search the log', 'gift');
    await person.sees('Entered stock of the stock item “Gift box, grey board”');
    await person.sees('Gift box, grey board: on hand 85 → 90');
  });

  it('sign in with a second factor, and end up where they wanted to go', async () => {
    const { person, server } = stage;
    await person.goTo('/manage/me');
    await person.fill('New password', GOOD);
    await person.press('Set password');
    await person.sees('Change password');
    await person.fill('Your password', GOOD);
    await person.press('Set it up');
    const secret = fromBase32(await told(person, 'Secret'));
    const code = () => oneTimeCode(secret, Date.now() / 1000);
    await person.fill('3. Code that the app shows now', code());
    await person.press('Switch it on');
    await person.sees('Signing in asks for a code of your app.');

    await beside(async (wren, browser) => {
      await browser.driver.get(`${server.origin}/manage/stock?find=gift`);
      await wren.fill('E-mail address', 'wren@pollardlane.example');
      await wren.fill('Password', 'honey and wax and smoke');
      await wren.press('Sign in');
      await wren.sees('E-mail address and password don’t belong together.');
      await wren.fill('Password', GOOD);
      await wren.press('Sign in');
      await wren.fill('Code of the app', code());
      await wren.press('Go on');
      await browser.driver.wait(
        async () => (await browser.driver.getCurrentUrl()) === `${server.origin}/manage/stock?find=gift`,
        PATIENCE,
      );
      await wren.sees('Gift box');
      await wren.press('Signed in as Wren Pollard');
      await wren.press('Sign out');
      await wren.find('//h1[.="Sign in"]');
      // Going back shows nothing of what was seen.
      await browser.driver.navigate().back();
      await wren.find('//h1[.="Sign in"]');
    });
  });

  it('set up the second factor that they have to have, before anything else', async () => {
    const { person } = stage;
    await person.goTo('/manage/people');
    await person.select('Who needs a second factor', 'Everybody');
    await person.sees('Saved: it counts at once');
    await person.press('Let somebody in');
    await person.fill('Name', 'Juno Weld', DIALOG);
    await person.fill('E-mail address', 'juno@weld.example', DIALOG);
    await person.press('Make the link');
    const link = await told(person, 'To be copied');
    await person.press('Done');
    await beside(async (juno, browser) => {
      await juno.comeIn(link);
      await juno.fill('New password', 'password1234');
      await juno.press('Set password');
      await juno.sees('This password is guessed soon.');
      await juno.fill('New password', GOOD);
      await juno.press('Set password');
      await juno.sees('Change password');
      await browser.driver.get(`${stage.server.origin}/manage/products`);
      await juno.sees('This shop asks you for a second factor.');
      await juno.fill('Your password', GOOD);
      await juno.press('Set it up');
      const secret = fromBase32(await told(juno, 'Secret'));
      await juno.fill('3. Code that the app shows now', oneTimeCode(secret, Date.now() / 1000));
      await juno.press('Switch it on');
      await juno.sees('Signing in asks for a code of your app.');
      await juno.seesNoMore('This shop asks you for a second factor.');
      await juno.goTo('/manage/products');
      await juno.sees('Bee suit');
    });
    await person.goTo('/manage/people');
    await person.select('Who needs a second factor', 'Nobody has to have one');
    await person.sees('Nobody has to have a second factor');
  });

  it('give programs tokens, and end them', async () => {
    const { person, server, browser } = stage;
    await person.goTo('/manage/people');
    await person.press('New token');
    await person.fill('What it is for', 'The till', DIALOG);
    await person.press('Make the token');
    const token = await told(person, 'To be copied');
    await person.press('Done');
    const ask = (method = 'GET') =>
      fetch(`${server.origin}/api/manage/swatches`, {
        method,
        headers: { Authorization: `Bearer ${token}`, 'Content-Type': 'application/json' },
        ...(method === 'POST' && { body: '{}' }),
      }).then(({ status }) => status);
    expect([await ask(), await ask('POST')]).toEqual([200, 403]);
    await person.goTo('/manage/people');
    await person.press('End the token for The till');
    await browser.driver.wait(async () => (await ask()) === 401, PATIENCE);
    await person.sees('Ended');
    expect(await browser.driver.findElements(By.css('[aria-label="End the token for The till"]'))).toEqual([]);
  });
});

describe('another program', () => {
  it('is told what happens, signed, and again where it was not there', async () => {
    const { person, server, browser } = stage;
    const port = await freePort();
    const address = `http://127.0.0.1:${port}/hook`;
    await person.goTo('/manage/people');
    await person.press('New webhook');
    await person.fill('Address', 'program.example', DIALOG);
    await person.pick('Stock low: fewer than 20 can be promised', DIALOG);
    await person.press('Add webhook');
    await person.sees('Give the whole address, like https://program.example/hook');
    await person.fill('Address', address, DIALOG);
    await person.press('Add webhook');
    const secret = await told(person, 'To be copied');
    await person.press('Done');
    await person.press(`More about the webhook to ${address}`);
    await person.press('Send a test');
    await person.sees('A test is on its way');
    const isSeen = (words: string) =>
      browser.driver.wait(async () => {
        await person.goTo('/manage/people');
        return (await person.textOf('[aria-label="Webhooks"]')).includes(words);
      }, PATIENCE);
    await isSeen('no answer');

    const received: Received[] = [];
    const program = receiver(secret, (one) => void received.push(one)).listen(port, '127.0.0.1');
    try {
      // What is counted here is told without anybody sending it.
      await server.ask('/api/manage/stock/gift-box/entries', {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ kind: 'adjustment', quantity: '4', reason: 'Counted' }),
      });
      await browser.driver.wait(() => received.length >= 2, PATIENCE);
    } finally {
      program.close();
      program.closeAllConnections();
    }
    expect(received.every(({ isSigned }) => isSigned)).toBe(true);
    expect(received.map(({ body }) => (JSON.parse(body) as { type: string }).type).sort()).toEqual([
      'stock.low',
      'test',
    ]);
    await isSeen('Taken');
    await person.press(`More about the webhook to ${address}`);
    await person.press('Messages …');
    await person.sees('"key":"gift-box"', '[role="dialog"]');
    await person.sees('answered 204, tried twice', '[role="dialog"]');
  });
});

describe('whose an order was', () => {
  it('is handed out, and taken out of it once somebody has said so twice', async () => {
    const { person, browser, server, database } = stage;
    const [order] = await database.read.select().from(orders).where(eq(orders.customerName, 'Ottoline Marsh')).limit(1);
    if (!order) throw new Error('nobody of the demo has ordered');
    await person.goTo(`/manage/orders/${order.id}`);
    const address = await (await person.find('//a[.="Hand out all that is kept"]')).getAttribute('href');
    const zip = await server.ask(new URL(address ?? '').pathname + new URL(address ?? '').search);
    expect([zip.status, zip.headers.get('content-type')]).toEqual([200, 'application/zip']);
    await person.press('Make this order anonymous');
    await person.sees('do it once everything is made', '[role="dialog"]');
    await person.press('Make anonymous', DIALOG);
    await person.sees('It no longer says whose it was');
    await person.seesNoMore(order.customerName, 'main');
    await person.goTo('/manage/orders');
    await person.sees('no longer known');
    const [row] = await database.read.select().from(orders).where(eq(orders.id, order.id));
    expect([row?.customerName, row?.customerEmail, row?.total]).toEqual(['', '', order.total]);
    await browser.driver.get(`${server.origin}/shop/orders/${order.token}`);
    await person.sees(`Order ${order.id}`);
  });
});

describe('the manager’s side', () => {
  it('leads nobody in who has not signed in, nor anywhere else afterwards', async () => {
    const { origin } = stage.server;
    const asked = (path: string, init: RequestInit = {}) => fetch(origin + path, { redirect: 'manual', ...init });
    for (const path of ['/manage/products', '/manage/orders/4', '/manage/log', '/manage/products/1/as-customers']) {
      const { status, headers } = await asked(path);
      expect([path, status, headers.get('location')]).toEqual([path, 307, `/sign-in?to=${encodeURIComponent(path)}`]);
    }
    // What a page is drawn from is asked for alone, too.
    const part = await asked('/manage/orders', { headers: { RSC: '1' } });
    expect(await part.text()).not.toContain('@');
    const cookie = await stage.server.cookie();
    for (const to of ['https://elsewhere.example', '//elsewhere.example', '/\\elsewhere.example', '/shop']) {
      const { headers } = await asked(`/sign-in?to=${encodeURIComponent(to)}`, { headers: { Cookie: cookie } });
      expect([to, headers.get('location')]).toEqual([to, '/manage/products']);
    }
  });
});
