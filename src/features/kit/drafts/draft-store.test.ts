import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { z } from 'zod';
import { ApiProblem } from '@/features/kit/shared';
import { byTyping, settleTyped } from '@/ui/typing';
import { type Backup } from './backup';
import { DraftStore, type OtherDraft } from './draft-store';

interface Note {
  title: string;
  text: string;
}

const schema = z.strictObject({ title: z.string(), text: z.string() });

/** A draft with a server and a browser that a test can look into. */
function desk({
  kept = null,
  put,
}: { kept?: Backup<Note> | null; put?: (definition: Note, baseVersion: number) => Promise<number> } = {}) {
  const server: { saved: OtherDraft<Note>[]; aside: Note[] } = { saved: [], aside: [] };
  let backup = kept;
  const store = new DraftStore<Note>(
    { version: 1, definition: { title: 'A', text: '' } },
    {
      schema,
      word: 'note',
      put:
        put ??
        ((definition, baseVersion) => {
          server.saved.push({ version: baseVersion + 1, definition });
          return Promise.resolve(baseVersion + 1);
        }),
      get: () => Promise.resolve({ version: 7, definition: { title: 'A', text: 'from elsewhere' } }),
      setAside: (definition) => Promise.resolve(server.aside.push(definition)),
      backup: { keep: (next) => void (backup = next), read: () => backup, forget: () => void (backup = null) },
    },
  );
  store.open();
  const type = (letter: string) => store.change('text', (draft) => void (draft.text += letter));
  return { store, server, type, backup: () => backup };
}

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

describe('a draft', () => {
  it('has every change as soon as it is made, and saves once typing rests', async () => {
    const { store, server, type } = desk();
    const seen: string[] = [];
    store.subscribe(() => seen.push(store.current().document.text));
    for (const letter of 'keystrokes') type(letter);
    expect(store.current()).toMatchObject({
      document: { text: 'keystrokes' },
      save: { kind: 'unsaved' },
      canUndo: true,
    });
    expect(seen).toHaveLength(10);
    await vi.advanceTimersByTimeAsync(600);
    expect(server.saved.map(({ definition }) => definition.text)).toEqual(['keystrokes']);
    expect(store.current()).toMatchObject({ version: 2, save: { kind: 'saved' } });
  });

  it('tells of what is typed when the keys rest or the field is left, and of everything else at once; it has all of it at any time', async () => {
    const { store, type } = desk();
    const told: string[] = [];
    store.subscribe((when) => told.push(`${when} ${store.current().document.text}`));
    for (const letter of 'keys') byTyping(() => type(letter));
    expect(store.current().document.text).toBe('keys');
    await vi.advanceTimersByTimeAsync(200);
    byTyping(() => type('!'));
    await vi.advanceTimersByTimeAsync(200);
    expect(told).toEqual([]);
    await vi.advanceTimersByTimeAsync(60);
    expect(told).toEqual(['whenIdle keys!']);
    byTyping(() => type('?'));
    settleTyped();
    expect(told.at(-1)).toBe('atOnce keys!?');
    byTyping(() => type('…'));
    store.undo();
    const { length } = told;
    expect(told.at(-1)).toBe(`atOnce ${store.current().document.text}`);
    await vi.advanceTimersByTimeAsync(260);
    expect(told.slice(length).every((line) => line.startsWith('atOnce'))).toBe(true);
  });

  it('says at once that somebody has to decide, also while keys go on', async () => {
    const { store, type } = desk({ put: () => Promise.reject(new Error('the line is dead')) });
    const told: string[] = [];
    store.subscribe(() => told.push(store.current().save.kind));
    byTyping(() => type('a'));
    await vi.advanceTimersByTimeAsync(490);
    byTyping(() => type('b'));
    await vi.advanceTimersByTimeAsync(510);
    expect(told).toContain('failed');
    store.close();
  });

  it('saves again what was typed while it was being saved', async () => {
    const saved: string[] = [];
    const { store, type } = desk({
      put: async ({ text }, version) => {
        saved.push(text);
        await new Promise((resolve) => setTimeout(resolve, 1_000));
        return version + 1;
      },
    });
    type('a');
    await vi.advanceTimersByTimeAsync(700);
    type('b');
    expect(store.current().save.kind).toBe('saving');
    await vi.advanceTimersByTimeAsync(4_000);
    expect(saved).toEqual(['a', 'ab']);
    expect(store.current()).toMatchObject({ version: 3, save: { kind: 'saved' } });
  });

  it('has nothing to save once it is undone to what the server has', async () => {
    const { store, server, type, backup } = desk();
    type('x');
    store.undo();
    expect(store.current()).toMatchObject({
      document: { text: '' },
      save: { kind: 'saved' },
      canUndo: false,
      canRedo: true,
    });
    await vi.advanceTimersByTimeAsync(1_000);
    expect(server.saved).toEqual([]);
    expect(backup()).toBeNull();
  });

  it('is kept in the browser while the server is away, and tried again', async () => {
    let away = true;
    const { store, type, backup } = desk({
      put: (_definition, version) =>
        away
          ? Promise.reject(new ApiProblem(0, 'unreachable', 'The server can’t be reached.'))
          : Promise.resolve(version + 1),
    });
    type('x');
    await vi.advanceTimersByTimeAsync(700);
    expect(store.current().save).toEqual({ kind: 'failed', message: 'The server can’t be reached.', again: true });
    expect(backup()?.definition.text).toBe('x');
    away = false;
    await vi.advanceTimersByTimeAsync(3_500);
    expect(store.current().save.kind).toBe('saved');
    expect(backup()).toBeNull();
  });

  it('that the server can’t take waits for a change, and says in words what is too much where', async () => {
    const tried: string[] = [];
    const { store, type, backup } = desk({
      put: ({ text }, version) => {
        tried.push(text);
        return text.length > 2
          ? Promise.reject(
              new ApiProblem(400, 'malformed', 'm', {
                errors: [{ pointer: '/definition/text', detail: 'This can have at most 2 characters.' }],
              }),
            )
          : Promise.resolve(version + 1);
      },
    });
    for (const letter of 'abc') type(letter);
    await vi.advanceTimersByTimeAsync(700);
    expect(store.current().save).toEqual({
      kind: 'failed',
      message: 'text: This can have at most 2 characters.',
      again: false,
    });
    await vi.advanceTimersByTimeAsync(60_000);
    expect([tried, backup()?.definition.text]).toEqual([['abc'], 'abc']);
    store.undo();
    await vi.advanceTimersByTimeAsync(700);
    expect([store.current().save.kind, store.current().document.text]).toEqual(['saved', '']);
  });

  it('that was deleted elsewhere keeps what is typed, saves nothing, and goes on once it is back', async () => {
    let there = false;
    const tried: string[] = [];
    const { store, type, backup } = desk({
      put: ({ text }, version) => {
        tried.push(text);
        return there
          ? Promise.resolve(version + 1)
          : Promise.reject(new ApiProblem(404, 'notFound', 'gone', { binned: 5 }));
      },
    });
    type('x');
    await vi.advanceTimersByTimeAsync(700);
    expect(store.current().save).toEqual({ kind: 'gone', binned: 5 });
    type('y');
    await vi.advanceTimersByTimeAsync(60_000);
    expect([tried, backup()?.definition.text, store.isSafe()]).toEqual([['x'], 'xy', false]);
    await expect(store.saved()).rejects.toThrow('This note was deleted. Bring it back first.');
    there = true;
    store.hearBack();
    await vi.advanceTimersByTimeAsync(700);
    expect([store.current().save, tried.at(-1), backup()]).toEqual([{ kind: 'saved' }, 'xy', null]);
    // With nothing typed, nothing would be lost.
    store.hearGone(null);
    expect([store.current().save, store.isSafe()]).toEqual([{ kind: 'gone', binned: null }, true]);
  });

  it('is brought back when it never reached the server, and set aside when that has moved on', async () => {
    const before = { title: 'A', text: '' };
    const { store } = desk({ kept: { base: before, definition: { title: 'A', text: 'unsaved' } } });
    await vi.advanceTimersByTimeAsync(0);
    expect(store.current()).toMatchObject({
      document: { text: 'unsaved' },
      save: { kind: 'unsaved' },
      notice: 'Changes that had not been saved last time have been brought back.',
    });
    const other = desk({ kept: { base: { title: 'A', text: 'old' }, definition: { title: 'A', text: 'mine' } } });
    await vi.advanceTimersByTimeAsync(0);
    expect(other.store.current().document.text).toBe('');
    expect(other.server.aside).toEqual([{ title: 'A', text: 'mine' }]);
  });

  it('merges what somebody else saved elsewhere in it, and asks about the same place', async () => {
    const elsewhere = (definition: Note) => {
      let first = true;
      return desk({
        put: (_mine, version) => {
          if (!first) return Promise.resolve(version + 1);
          first = false;
          return Promise.reject(new ApiProblem(409, 'draftConflict', 'moved', { current: { version: 5, definition } }));
        },
      });
    };
    const apart = elsewhere({ title: 'B', text: '' });
    apart.type('mine');
    await vi.advanceTimersByTimeAsync(700);
    expect(apart.store.current()).toMatchObject({ document: { title: 'B', text: 'mine' }, version: 5 });
    await vi.advanceTimersByTimeAsync(700);
    expect(apart.store.current()).toMatchObject({ version: 6, save: { kind: 'saved' } });

    const same = elsewhere({ title: 'A', text: 'theirs' });
    same.type('mine');
    await vi.advanceTimersByTimeAsync(700);
    expect(same.store.current().save).toMatchObject({ kind: 'conflict', theirs: { version: 5 } });
    await same.store.keep('mine');
    expect(same.server.aside).toEqual([{ title: 'A', text: 'theirs' }]);
    await vi.advanceTimersByTimeAsync(700);
    expect(same.store.current()).toMatchObject({ document: { text: 'mine' }, version: 6, save: { kind: 'saved' } });
  });

  it('hears of what was saved elsewhere while nothing is typed here', async () => {
    const { store } = desk();
    store.hearOfVersion(7);
    await vi.advanceTimersByTimeAsync(0);
    expect(store.current()).toMatchObject({
      document: { text: 'from elsewhere' },
      version: 7,
      save: { kind: 'saved' },
    });
  });

  it('saves what is left when its editor is closed', async () => {
    const { store, server, type } = desk();
    type('last');
    store.close();
    await vi.advanceTimersByTimeAsync(0);
    expect(server.saved.map(({ definition }) => definition.text)).toEqual(['last']);
  });
});
