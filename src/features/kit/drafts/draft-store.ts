import { z } from 'zod';
import { mergeEdits, sameDefinition } from '@/core/catalog';
import { ApiProblem, wordsOf } from '@/features/kit/shared';
import { dropTyped, isByTyping, whenSettled } from '@/ui/typing';
import { type Backup } from './backup';
import { change, type History, redo, startHistory, takenIn, undo } from './history';
import { refusalWords } from './refusal-words';

/** How long typing may rest before the draft is saved, and how long before a failed save is tried again. */
const REST = 500;
const RETRY = 3_000;
/** How long after a change it is kept in the browser at the latest. */
const KEPT_AFTER = 200;
/** How long keys must rest before what was typed is shown elsewhere than in its field. */
const TOLD_AFTER = 250;

export type SaveState<T> =
  | { readonly kind: 'saved' }
  | { readonly kind: 'unsaved' }
  | { readonly kind: 'saving' }
  /** `again` where it is tried again by itself, with the same document */
  | { readonly kind: 'failed'; readonly message: string; readonly again: boolean }
  | { readonly kind: 'conflict'; readonly theirs: OtherDraft<T> }
  /** it was deleted: its number in the bin, or null where it is not there any more either */
  | { readonly kind: 'gone'; readonly binned: number | null };

/** Where what was deleted lies, as the server says with its 404: its number in the bin, or null. */
export const binnedIn = ({ details }: ApiProblem): number | null =>
  typeof details.binned === 'number' ? details.binned : null;

/** The draft that somebody else saved. */
export interface OtherDraft<T> {
  readonly version: number;
  readonly definition: T;
}

/** What a screen shows of a draft. */
export interface DraftView<T> {
  readonly document: T;
  /** the version the server has of this document, once it is saved */
  readonly version: number;
  readonly save: SaveState<T>;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  /** what was brought in from elsewhere, to tell the manager */
  readonly notice: string | null;
}

/** Whether a change is to be drawn before anything else, or as soon as nothing more urgent is to be done. */
export type Telling = 'atOnce' | 'whenIdle';
type DraftListener = (when: Telling) => void;

/** Where drafts are kept, and how they are read. */
export interface DraftPlaces<T> {
  readonly schema: z.ZodType<T>;
  /** what it is called in a sentence */
  readonly word: string;
  /** saves on the server. @returns the version it has there then */
  put(definition: T, baseVersion: number): Promise<number>;
  get(): Promise<OtherDraft<T>>;
  /** takes a draft that gives way; absent where there is no such place */
  readonly setAside?: (definition: T) => Promise<unknown>;
  /** the copy in this browser */
  readonly backup: { keep(backup: Backup<T>): void; read(): Backup<T> | null; forget(): void };
}

/**
 * A draft as it is edited: changed at once, saved by itself, safe against a dead server and another editor. It lives
 * outside of what draws it, so that a change is there as soon as it is made, however quickly the next one comes.
 */
export class DraftStore<T extends object> {
  private history: History<T>;
  private save: SaveState<T> = { kind: 'saved' };
  private version: number;
  private notice: string | null = null;
  /** what the server is known to have; edits are merged against it */
  private base: OtherDraft<T>;
  private flushing: Promise<void> | null = null;
  private view: DraftView<T>;
  private readonly listeners = new Set<DraftListener>();
  private saveTimer: ReturnType<typeof setTimeout> | undefined;
  private keepTimer: ReturnType<typeof setTimeout> | undefined;
  private tellTimer: ReturnType<typeof setTimeout> | undefined;
  private stopSettling: (() => void) | undefined;
  private isOpen = false;

  constructor(
    opened: OtherDraft<T>,
    private readonly places: DraftPlaces<T>,
  ) {
    this.history = startHistory(opened.definition);
    this.version = opened.version;
    this.base = opened;
    this.view = this.look();
  }

  readonly subscribe = (listener: DraftListener): (() => void) => {
    this.listeners.add(listener);
    return () => void this.listeners.delete(listener);
  };

  readonly current = (): DraftView<T> => this.view;

  /** Begins to save by itself, and brings back what never reached the server before the window closed. */
  open(): void {
    this.isOpen = true;
    this.stopSettling = whenSettled(() => {
      if (this.tellTimer !== undefined) this.tell('atOnce');
    });
    // The server may be out of reach: then what is kept stays kept, for the next time.
    this.bringBack().catch(() => undefined);
  }

  /** Saves what is not saved yet, and stops. Until the server has it, it is kept in the browser. */
  close(): void {
    this.isOpen = false;
    this.stopSettling?.();
    clearTimeout(this.tellTimer);
    this.keepNow();
    clearTimeout(this.saveTimer);
    if (this.save.kind === 'unsaved') void this.flush();
  }

  readonly change = (tag: string, recipe: (draft: T) => void): void =>
    this.edit(change(this.history, tag, Date.now(), recipe));
  readonly undo = (): void => this.edit(undo(this.history));
  readonly redo = (): void => this.edit(redo(this.history));
  readonly dismissNotice = (): void => this.show({ notice: null });

  /** Puts another document in the place of this one, as one step that can be undone. */
  readonly replace = (document: T): void =>
    this.change(`replace ${Date.now()}`, (draft) => void Object.assign(draft, document));

  /** Ends a conflict; the draft that gives way is set aside on the server. */
  readonly keep = async (whose: 'mine' | 'theirs'): Promise<void> => {
    if (this.save.kind !== 'conflict') return;
    const { theirs } = this.save;
    await this.places.setAside?.(whose === 'mine' ? theirs.definition : this.history.document);
    this.base = theirs;
    if (whose === 'theirs') {
      this.history = change(
        this.history,
        `theirs ${Date.now()}`,
        Date.now(),
        (draft) => void Object.assign(draft, theirs.definition),
      );
      this.places.backup.forget();
    }
    this.show({
      version: theirs.version,
      save: { kind: whose === 'mine' ? 'unsaved' : 'saved' },
      ...(this.places.setAside && { notice: 'The other draft is kept under Revisions.' }),
    });
    this.scheduleSave();
  };

  /**
   * Saves what is not saved yet, and waits for it: for whatever is done with the draft as the server has it.
   *
   * @throws Error saying why it can't be saved
   */
  readonly saved = async (): Promise<OtherDraft<T>> => {
    // What is typed just now is in the document, and shown with it.
    if (this.tellTimer !== undefined) this.tell('atOnce');
    while (!this.isAsSaved() || this.flushing !== null) {
      if (this.save.kind === 'conflict')
        throw new Error('Two people changed the same place. Choose which draft goes on, then try again.');
      clearTimeout(this.saveTimer);
      await this.flush();
      if (this.save.kind === 'failed') throw new Error(this.save.message);
      if (this.save.kind === 'gone') throw new Error(`This ${this.places.word} was deleted. Bring it back first.`);
    }
    return { version: this.version, definition: this.history.document };
  };

  /** Learns that the server has a newer version. */
  readonly hearOfVersion = (newer: number): void => {
    if (newer <= this.base.version || this.flushing !== null) return;
    this.places.get().then(
      (theirs) => {
        if (theirs.version <= this.base.version || this.flushing !== null) return;
        this.takeIn(theirs, `Somebody else changed this ${this.places.word} just now. Their changes are in here.`);
      },
      () => undefined,
    );
  };

  /** Learns that it was deleted, and where it lies: what is typed here stays. */
  readonly hearGone = (binned: number | null): void => {
    if (this.save.kind === 'gone' && this.save.binned === binned) return;
    clearTimeout(this.saveTimer);
    this.show({ save: { kind: 'gone', binned } });
  };

  /** Learns that it is there, again or still: what was typed since is saved. */
  readonly hearBack = (): void => {
    if (this.save.kind !== 'gone') return;
    this.show({ save: { kind: this.isAsSaved() ? 'saved' : 'unsaved' } });
    this.scheduleSave();
  };

  /** Whether nothing is lost when the window closes. */
  readonly isSafe = (): boolean => this.save.kind === 'saved' || (this.save.kind === 'gone' && this.isAsSaved());

  /** Writes the newest state into this browser at once, as when the window is about to close. */
  readonly keepNow = (): void => {
    clearTimeout(this.keepTimer);
    this.keepTimer = undefined;
    if (this.isAsSaved()) this.places.backup.forget();
    else this.places.backup.keep({ base: this.base.definition, definition: this.history.document });
  };

  private edit(history: History<T>): void {
    if (history === this.history) return;
    this.history = history;
    if (!isByTyping()) {
      // Fields show what is there now, and not what was typed last.
      clearTimeout(this.tellTimer);
      this.tellTimer = undefined;
      dropTyped();
    }
    this.keepTimer ??= setTimeout(this.keepNow, KEPT_AFTER);
    const { kind } = this.save;
    if (kind === 'conflict' || kind === 'saving' || kind === 'gone') return this.show({});
    // Undone to what the server has, or brought in from there: nothing to save.
    this.show({ save: { kind: this.isAsSaved() ? 'saved' : 'unsaved' } });
    this.scheduleSave();
  }

  private isAsSaved(): boolean {
    return sameDefinition(this.history.document, this.base.definition);
  }

  private show(change: { save?: SaveState<T>; version?: number; notice?: string | null }): void {
    if (change.save) this.save = change.save;
    if (change.version !== undefined) this.version = change.version;
    if (change.notice !== undefined) this.notice = change.notice;
    this.view = this.look();
    // While keys go on, nothing else is drawn for them: what they change is in the view already, for whoever asks.
    const waits = isByTyping() || (this.tellTimer !== undefined && change.notice === undefined && !this.hasToDecide());
    if (!waits) return this.tell('atOnce');
    if (!isByTyping()) return;
    clearTimeout(this.tellTimer);
    this.tellTimer = setTimeout(() => this.tell('whenIdle'), TOLD_AFTER);
  }

  private hasToDecide(): boolean {
    return this.save.kind === 'conflict' || this.save.kind === 'failed' || this.save.kind === 'gone';
  }

  private tell(when: Telling): void {
    clearTimeout(this.tellTimer);
    this.tellTimer = undefined;
    for (const listener of this.listeners) listener(when);
  }

  private look(): DraftView<T> {
    const { history, version, save, notice } = this;
    return {
      document: history.document,
      version,
      save,
      canUndo: history.done.length > 0,
      canRedo: history.undone.length > 0,
      notice,
    };
  }

  private scheduleSave(): void {
    clearTimeout(this.saveTimer);
    if (!this.isOpen) return;
    if (this.save.kind === 'unsaved') this.saveTimer = setTimeout(() => void this.flush(), REST);
    if (this.save.kind === 'failed' && this.save.again) this.saveTimer = setTimeout(() => void this.flush(), RETRY);
  }

  /** Sends what there is; what is being sent is waited for. */
  private flush(): Promise<void> {
    this.flushing ??= this.sendNow();
    return this.flushing;
  }

  private async sendNow(): Promise<void> {
    const sent = this.history.document;
    this.show({ save: { kind: 'saving' } });
    try {
      const version = await this.places.put(sent, this.base.version);
      this.base = { version, definition: sent };
      const upToDate = this.isAsSaved();
      if (upToDate) this.places.backup.forget();
      this.show({ version, save: { kind: upToDate ? 'saved' : 'unsaved' } });
    } catch (error) {
      const other =
        error instanceof ApiProblem && error.code === 'draftConflict'
          ? z.object({ version: z.number(), definition: this.places.schema }).safeParse(error.details.current)
          : undefined;
      if (other?.success) {
        const merged = this.takeIn(
          other.data,
          `Somebody else changed other parts of this ${this.places.word}. Their changes are in here now, beside yours.`,
        );
        this.show({ save: merged ? { kind: 'unsaved' } : { kind: 'conflict', theirs: other.data } });
      } else if (error instanceof ApiProblem && error.status === 404) {
        this.show({ save: { kind: 'gone', binned: binnedIn(error) } });
      } else {
        // What the server can't take it takes no better a second time: it waits for a change.
        const refused = error instanceof ApiProblem && error.status >= 400 && error.status < 500;
        this.show({
          save: refused
            ? { kind: 'failed', message: refusalWords(sent, error), again: false }
            : { kind: 'failed', message: wordsOf(error), again: true },
        });
      }
    } finally {
      this.flushing = null;
      this.scheduleSave();
    }
  }

  /** Brings in what somebody else saved. @returns false where both changed the same place */
  private takeIn(theirs: OtherDraft<T>, said: string): boolean {
    const { merged, conflicts } = mergeEdits(this.base.definition, this.history.document, theirs.definition);
    if (conflicts.length > 0) return false;
    this.base = theirs;
    this.version = theirs.version;
    this.notice = said;
    if (sameDefinition(merged, this.history.document)) this.show({});
    else this.edit(takenIn(this.history, merged));
    return true;
  }

  private async bringBack(): Promise<void> {
    const kept = this.places.backup.read();
    if (!kept) return;
    const { merged, conflicts } = mergeEdits(kept.base, kept.definition, this.base.definition);
    if (conflicts.length === 0) {
      this.notice = 'Changes that had not been saved last time have been brought back.';
      const history = change(this.history, 'backup', Date.now(), (draft) => void Object.assign(draft, merged));
      if (history !== this.history) return this.edit(history);
      this.places.backup.forget();
      return this.show({});
    }
    await this.places.setAside?.(kept.definition);
    this.places.backup.forget();
    this.show({
      notice:
        'Changes that had not been saved last time differ from what was saved since. They are kept under Revisions.',
    });
  }
}
