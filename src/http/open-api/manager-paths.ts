import { z } from 'zod';
import { type ZodOpenApiOperationObject, type ZodOpenApiPathsObject } from 'zod-openapi';
import { acceptedPrices } from '../../services/large-bodies';
import { publicationSchema } from '../../services/products/publishing';
import { togetherAsSchema } from '../../services/selling/resolve-together';
import { stockEntrySchema } from '../../services/stock/entering/entry';
import {
  analysisSchema,
  definitionSchema,
  draftPageSchema,
  draftSchema,
  orderPageSchema,
  priceListsSchema,
  publishedSchema,
  revisionsSchema,
  stockPageSchema,
  stockSchema,
  wholeOrderSchema,
  wholeRevisionSchema,
} from './manager-answers';
import { togetherAnswerSchema } from './answers';
import { answered, OF_BODY, refused } from './said';

/** What is asked with a token, and by whom it may be. */
const WITH_TOKEN = { tags: ['With a token'], security: [{ token: [] }] };

const KEY = z
  .string()
  .max(200)
  .optional()
  .describe('a name of your own for this request: sent again within 24 hours, it is answered again and does nothing');
const once = z.object({ 'Idempotency-Key': KEY });
const seen = (what: string) => once.extend({ 'If-Match': z.string().describe(`the ETag that the ${what} came with`) });

const OF_READING = {
  '304': { description: 'What If-None-Match names is still so.' },
  '401': refused('There is no token, or it no longer lets in.'),
};

const OF_WRITING = {
  ...OF_BODY,
  '401': OF_READING['401'],
  '403': refused('The token has not the role it takes.'),
  '409': refused('It can’t be done as things are, or the same request is being done just now.'),
  '422': refused('What is sent can’t be, or its Idempotency-Key was another request’s.'),
};

const OF_SEEN = {
  '412': refused('It has been changed since. Nothing was changed.'),
  '428': refused('If-Match does not say what was seen.'),
};

const MISSING = { '404': refused('There is no such thing.') };

const listed = {
  find: z.string().optional().describe('words that are looked for, or beginnings of them'),
  sort: z.string().optional().describe('a column; `.desc` after it turns it round'),
  page: z.int().min(1).optional(),
};

const inPath = <Name extends string>(name: Name, schema: z.ZodType) => ({
  path: z.object({ [name]: schema }),
});
const ofDraft = inPath('id', z.int().min(1));

type Reading = Pick<ZodOpenApiOperationObject, 'operationId' | 'summary' | 'requestParams'>;

const reads = (what: Reading, told: z.ZodType, isOne = true): ZodOpenApiOperationObject => ({
  ...WITH_TOKEN,
  ...what,
  responses: { '200': answered('As it is now.', told), ...OF_READING, ...(isOne && MISSING) },
});

const writes = (
  what: Reading & { readonly body: z.ZodType; readonly told: z.ZodType; readonly status?: '200' | '201' },
  more: ZodOpenApiOperationObject['responses'] = MISSING,
): ZodOpenApiOperationObject => {
  const { body, told, status = '200', ...operation } = what;
  return {
    ...WITH_TOKEN,
    ...operation,
    requestBody: { required: true, content: { 'application/json': { schema: body } } },
    responses: { [status]: answered('As it is then.', told), ...OF_WRITING, ...more },
  };
};

/** What other programs may ask that come in with a token. */
export const managerPaths: ZodOpenApiPathsObject = {
  '/api/manage/v1/resolve': {
    post: {
      ...WITH_TOKEN,
      operationId: 'resolveAs',
      summary: 'What up to a hundred selections resolve to, as a customer of some group on some day; changes nothing',
      requestBody: { required: true, content: { 'application/json': { schema: togetherAsSchema } } },
      responses: {
        '200': answered('What came of each, in their order.', togetherAnswerSchema),
        ...OF_BODY,
        '401': OF_READING['401'],
        '422': refused('There is no such customer group.'),
      },
    },
  },
  '/api/manage/v1/stock': {
    get: reads(
      {
        operationId: 'listStock',
        summary: 'What is counted, a page at a time',
        requestParams: {
          query: z.object({ ...listed, show: z.literal('all').optional().describe('also what is put away') }),
        },
      },
      stockPageSchema,
      false,
    ),
  },
  '/api/manage/v1/stock/{key}': {
    get: reads(
      { operationId: 'readStock', summary: 'One stock item', requestParams: inPath('key', z.string()) },
      stockSchema,
    ),
  },
  '/api/manage/v1/stock/{key}/entries': {
    post: writes({
      operationId: 'enterStock',
      summary: 'Enters a receipt, which adds what came, or an adjustment, which says what was counted; takes Stock',
      requestParams: { ...inPath('key', z.string()), header: once },
      body: stockEntrySchema,
      told: stockSchema,
    }),
  },
  '/api/manage/v1/orders': {
    get: reads(
      {
        operationId: 'listOrders',
        summary: 'Orders, a page at a time, the newest first',
        requestParams: { query: z.object(listed) },
      },
      orderPageSchema,
      false,
    ),
  },
  '/api/manage/v1/orders/{number}': {
    get: reads(
      {
        operationId: 'readOrder',
        summary: 'One order, with its lines',
        requestParams: inPath('number', z.int().min(1)),
      },
      wholeOrderSchema,
    ),
  },
  '/api/manage/v1/drafts': {
    get: reads(
      {
        operationId: 'listDrafts',
        summary: 'Products as they are edited, a page at a time',
        requestParams: { query: z.object(listed) },
      },
      draftPageSchema,
      false,
    ),
    post: writes(
      {
        operationId: 'startDraft',
        summary: 'Starts a product; of an address that is taken it gets one like it; takes Catalog',
        requestParams: { header: once },
        body: definitionSchema,
        told: draftSchema,
        status: '201',
      },
      {},
    ),
  },
  '/api/manage/v1/drafts/{id}': {
    get: reads(
      { operationId: 'readDraft', summary: 'A draft, and what is published of it', requestParams: ofDraft },
      draftSchema,
    ),
    put: writes(
      {
        operationId: 'saveDraft',
        summary: 'Puts a definition in the place of the draft’s that was seen; takes Catalog',
        requestParams: { ...ofDraft, header: seen('draft') },
        body: definitionSchema,
        told: draftSchema,
      },
      { ...MISSING, ...OF_SEEN },
    ),
  },
  '/api/manage/v1/drafts/{id}/publication': {
    post: writes({
      operationId: 'publishDraft',
      summary: 'Publishes a draft as it was seen; takes Catalog',
      requestParams: { ...ofDraft, header: once },
      body: publicationSchema,
      told: publishedSchema,
    }),
  },
  '/api/manage/v1/drafts/{id}/analysis': {
    get: reads(
      {
        operationId: 'analyseDraft',
        summary: 'What is true of all selections of a draft: their prices, how many there are, what is wrong',
        requestParams: ofDraft,
      },
      analysisSchema,
    ),
  },
  '/api/manage/v1/drafts/{id}/revisions': {
    get: reads(
      { operationId: 'listRevisions', summary: 'The revisions of a product', requestParams: ofDraft },
      revisionsSchema,
    ),
  },
  '/api/manage/v1/drafts/{id}/revisions/{number}': {
    get: reads(
      {
        operationId: 'readRevision',
        summary: 'One revision, with what it says',
        requestParams: { path: z.object({ id: z.int().min(1), number: z.int().min(1) }) },
      },
      wholeRevisionSchema,
    ),
  },
  '/api/manage/v1/price-lists': {
    get: reads({ operationId: 'readPriceLists', summary: 'All price lists, in their order' }, priceListsSchema, false),
    put: writes(
      {
        operationId: 'savePriceLists',
        summary: 'Puts other price lists in the place of those that were seen; takes Catalog',
        requestParams: { header: seen('lists') },
        body: priceListsSchema.extend(acceptedPrices),
        told: priceListsSchema,
      },
      OF_SEEN,
    ),
  },
};
