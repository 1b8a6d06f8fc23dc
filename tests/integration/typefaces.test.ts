import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { eq } from 'drizzle-orm';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { GET as file } from '@/app/typefaces/[hash]/route';
import { POST as upload } from '@/app/api/manage/typefaces/route';
import { type Catalog, type Product } from '@/core/catalog';
import { type SceneNode } from '@/core/picture';
import { lineViews, products, typefaces } from '@/data/schema';
import { importFile } from '@/services/importing/apply';
import { exportCatalog, exportPacked } from '@/services/importing/export';
import { openImport, planOfImport } from '@/services/importing/import';
import { readOrder } from '@/services/selling/orders';
import { type Services } from '@/services/context';
import { changeTypeface, deleteTypeface, listTypefaces, uploadTypeface } from '@/services/typefaces/library';
import { editProduct } from '../support/edit-product';
import { fontOf, LETTERS, nobodys } from '../support/font-of';
import { basketWith, openForRoutes, openServices, order, type RouteServices } from '../support/services';

let context: RouteServices;
beforeEach(async () => {
  context = await openForRoutes();
});
afterEach(() => context.close());

const uploaded = async (licence = '', bytes: Promise<Buffer> = fontOf(LETTERS)) =>
  uploadTypeface(context, await bytes, { name: 'Hive Stencil.ttf', licence });

/** The branding iron has an option in a typeface. */
const lettered = (face: string) =>
  editProduct(context, 'branding-iron', (draft: Product) => {
    const choice = draft.choices.find(({ key }) => key === 'face');
    const [first] = choice?.kind === 'lettering' ? choice.options : [];
    if (choice?.kind !== 'lettering' || !first) throw new Error('there is no lettering');
    choice.options.push({ ...first, key: 'stencil', title: 'Stencil', sku: 'STN', face });
  });

const branded = (face: string) => ({ words: 'Lark', size: 'large', face, proof: true });

const outlines = (nodes: readonly SceneNode[]): string[] =>
  nodes.flatMap((node) => (node.kind === 'path' ? [node.d] : node.kind === 'group' ? outlines(node.nodes) : []));

/** The outlines of what was ordered. */
async function burnt(face: string): Promise<string> {
  const { number } = await order(context, await basketWith(context, 'branding-iron', branded(face)));
  const hash = (await readOrder(context, number)).lines[0]?.views[0]?.hash ?? '';
  const kept = await context.database.read.query.lineViews.findFirst({ where: eq(lineViews.hash, hash) });
  return outlines(kept?.scene.nodes ?? []).join(' ');
}

async function exported(from: Services, only: readonly string[] | null = null): Promise<Buffer> {
  const chunks: Uint8Array[] = [];
  for await (const chunk of exportPacked(await exportCatalog(from, only && new Set(only)))) chunks.push(chunk);
  return Buffer.concat(chunks);
}

const catalogIn = (bytes: Uint8Array) =>
  JSON.parse(strFromU8(unzipSync(bytes)['catalog.json'] ?? new Uint8Array())) as Catalog;

describe('a typeface that is uploaded', () => {
  it('is called as its file says, is whose its file says, and kept once', async () => {
    const first = await uploaded();
    expect(first).toMatchObject({
      face: expect.stringMatching(/^\/typefaces\/[0-9a-f]{40}$/) as string,
      title: 'IBM Plex Mono Bold',
      licence: expect.stringContaining('Copyright 2017') as string,
    });
    expect((await uploaded()).face).toBe(first.face);
    expect(await listTypefaces(context)).toMatchObject([{ ...first, signs: 95, usedBy: [], uses: 0 }]);
  });

  it('must be somebody’s', async () => {
    await expect(uploaded('', nobodys('Bee'))).rejects.toMatchObject({ status: 422, code: 'licenceMissing' });
    await expect(uploaded(' \u2060 ', nobodys('Bee'))).rejects.toMatchObject({ code: 'licenceMissing' });
    expect(await uploaded('Elder & Vane, no. 1182', nobodys('Bee'))).toMatchObject({
      title: 'Hive Stencil',
      licence: 'Elder & Vane, no. 1182',
    });
    const [row] = await listTypefaces(context);
    await expect(changeTypeface(context, row?.hash ?? '', { title: 'Hive', licence: ' ' })).rejects.toMatchObject({
      code: 'licenceMissing',
    });
    await changeTypeface(context, row?.hash ?? '', { title: ' Hive stencil ', licence: 'Ours' });
    expect(await listTypefaces(context)).toMatchObject([{ title: 'Hive stencil', licence: 'Ours' }]);
  });

  it('letters what is ordered in its outlines, and is not deleted as long as anything has it', async () => {
    const { face } = await uploaded();
    await lettered(face);
    const [own, slab] = [await burnt('stencil'), await burnt('slab')];
    expect(own.length).toBeGreaterThan(100);
    expect(own).not.toBe(slab);
    const [row] = await listTypefaces(context);
    expect(row).toMatchObject({ usedBy: ['Branding iron'], uses: 1 });
    await expect(deleteTypeface(context, row?.hash ?? '')).rejects.toMatchObject({
      code: 'typefaceInUse',
      message: expect.stringContaining('Branding iron') as string,
    });
    await editProduct(context, 'branding-iron', (draft) => {
      const choice = draft.choices.find(({ key }) => key === 'face');
      if (choice?.kind === 'lettering') choice.options = choice.options.filter((option) => option.face !== face);
    });
    // An earlier state can come back.
    await expect(deleteTypeface(context, row?.hash ?? '')).rejects.toMatchObject({ code: 'typefaceKept' });
    const { hash } = (await listTypefaces(context))[0] ?? { hash: '' };
    expect(hash).toBe(row?.hash);
  });

  it('is handed to everybody as a font, and taken from managers alone', async () => {
    const { face } = await uploaded();
    const at = (hash: string) => ({ params: Promise.resolve({ hash }) });
    const got = await file(new Request('http://localhost'), at(face.split('/').pop() ?? ''));
    expect(got.headers.get('content-type')).toBe('font/woff');
    expect(Buffer.from(await got.arrayBuffer()).toString('latin1', 0, 4)).toBe('wOFF');
    expect((await file(new Request('http://localhost'), at('../../etc'))).status).toBe(404);
    const send = async (headers: Record<string, string>, query = '') =>
      upload(
        new Request(`http://localhost/api/manage/typefaces${query}`, {
          method: 'POST',
          headers: { 'Content-Type': 'application/octet-stream', ...headers },
          body: new Uint8Array(await fontOf('Bee')),
        }),
      );
    expect((await send({})).status).toBe(401);
    expect((await send(context.letsIn, `?licence=${'x'.repeat(2_001)}`)).status).toBe(400);
    const taken = await send(context.letsIn, '?name=bee.ttf&licence=Ours');
    expect(await taken.json()).toMatchObject({ licence: 'Ours' });
    expect(await context.database.read.$count(typefaces)).toBe(2);
  });
});

describe('a catalog with a typeface', () => {
  it('takes it along, with what is said of it, and is the same file out again', async () => {
    const { face } = await uploaded();
    await changeTypeface(context, face.split('/').pop() ?? '', { title: 'Hive stencil', licence: 'Ours, no. 7' });
    await lettered(face);
    const bytes = await exported(context);
    const [said] = catalogIn(bytes).typefaces;
    expect(said).toMatchObject({
      file: expect.stringMatching(/^typefaces\/[0-9a-f]{40}\/Hive-stencil\.woff$/) as string,
      title: 'Hive stencil',
      licence: 'Ours, no. 7',
    });
    expect(Object.keys(unzipSync(bytes))).toContain(said?.file);
    const empty = await openServices({ demo: false });
    try {
      const opened = await openImport(empty, { name: 'iron.zip', bytes });
      await importFile(empty, opened, { decisions: {}, clashes: null });
      expect(await listTypefaces(empty)).toMatchObject([
        { face, title: 'Hive stencil', licence: 'Ours, no. 7', uses: 1 },
      ]);
      expect((await exported(empty)).equals(bytes)).toBe(true);
      const moved = await empty.database.read.query.products.findFirst({
        where: eq(products.publishedSlug, 'branding-iron'),
      });
      expect(JSON.stringify(moved?.draft)).toContain(`"face":"${face}"`);
    } finally {
      empty.close();
    }
  });

  it('says which file is missing, no font, or nobody’s', async () => {
    const { face } = await uploaded();
    await lettered(face);
    const bytes = await exported(context, ['branding-iron']);
    const entries = unzipSync(bytes);
    const path = Object.keys(entries).find((name) => name.startsWith('typefaces/')) ?? '';
    const empty = await openServices({ demo: false });
    const faults = async (change: (files: Record<string, Uint8Array>) => void) => {
      const files = { ...entries };
      change(files);
      const opened = await openImport(empty, { name: 'iron.zip', bytes: zipSync(files) });
      return (await planOfImport(empty, opened, { decisions: {}, clashes: null })).faults.map(({ message }) => message);
    };
    try {
      expect(await faults((files) => void Reflect.deleteProperty(files, path))).toEqual([
        `${path}: there is no such typeface beside the file`,
      ]);
      expect(await faults((files) => (files[path] = strToU8('no font')))).toEqual([
        `${path}: This is not a font file that can be used. Upload a TrueType, OpenType, WOFF or WOFF2 file.`,
      ]);
      const font = await nobodys('Bee');
      expect(
        await faults((files) => {
          files[path] = font;
          files['catalog.json'] = strToU8(JSON.stringify({ ...catalogIn(bytes), typefaces: [] }));
        }),
      ).toEqual([`${path}: neither its file nor “typefaces” says whose it is`]);
    } finally {
      empty.close();
    }
  });
});
