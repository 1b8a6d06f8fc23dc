import { writeFileSync } from 'node:fs';
import { startServer } from '../support/server';
import { Person, startBrowser } from '../support/browser';
const server = await startServer();
const browser = await startBrowser();
const person = new Person(browser.driver, server.origin);
const shot = async (name: string) =>
  writeFileSync(`/tmp/m/${name}.png`, await browser.driver.takeScreenshot(), 'base64');
try {
  await person.comeIn(await server.link());
  await person.goTo('/manage/people');
  await person.press('Let somebody in');
  await person.fill('Name', 'Tilda Fenn', '//*[@role="dialog"]');
  await person.fill('E-mail address', 'tilda@fenn.example', '//*[@role="dialog"]');
  await person.press('Make the link');
  await person.sees('Copy');
  await shot('a');
  await person.press('Done');
  await person.sees('Outbox');
  await new Promise((r) => setTimeout(r, 4500));
  await shot('b');
  await person.select('Who needs a second factor', 'Everybody');
  await person.sees('You have no second factor');
  await browser.driver.executeScript(
    'window.scrollTo(0, 9999); document.querySelectorAll("main, [class*=scroll]").forEach((e) => e.scrollTo(0, 9999))',
  );
  await shot('c');
  await person.press('Your way in to Pollard Lane Bee Works');
  await new Promise((r) => setTimeout(r, 500));
  await shot('d');
  await person.goTo('/manage/me');
  await person.fill('New password', 'Wren Pollard 2026');
  await person.press('Set password');
  await person.sees('guessed');
  await shot('e');
} finally {
  await browser.close();
  await server.close();
}
