import { z } from 'zod';
import { createDocument } from 'zod-openapi';
import { shopSorts } from '../../core/browsing';
import { selectionSchema } from '../../core/selection';
import { togetherSchema } from '../../services/selling/resolve-together';
import { formSchema, offeredSchema, resolutionSchema, togetherAnswerSchema } from './answers';
import { managerPaths } from './manager-paths';
import { answered, OF_BODY, refused } from './said';

const slug = z.string().max(120).describe('address of a product in the shop');

const OFTEN = {
  ...OF_BODY,
  '429': refused('Asked too often from one place: `Retry-After` says when again.'),
};

const OPEN = { tags: ['Without signing in'], security: [] };

const describe = () =>
  createDocument({
    openapi: '3.1.1',
    info: {
      title: 'Oak Knot',
      version: '1',
      description:
        'What a shop sells, what is asked of customers, and what their selections resolve to; with a token also what the manager’s side keeps. Amounts are decimal strings; what is wrong with a selection is told in its resolution, what is wrong with a request as a problem document.',
    },
    paths: {
      '/api/v1/products': {
        get: {
          ...OPEN,
          operationId: 'listProducts',
          summary: 'What the shop sells, a page at a time',
          requestParams: {
            query: z.object({
              find: z.string().optional().describe('words that are looked for'),
              category: z.string().optional(),
              from: z.string().optional().describe('the least that it may cost'),
              to: z.string().optional().describe('the most that it may cost'),
              stock: z.literal('in').optional().describe('only what is not sold out'),
              sort: z.enum(shopSorts).optional(),
              page: z.int().min(1).optional(),
            }),
          },
          responses: { '200': answered('A page of products.', offeredSchema) },
        },
      },
      '/api/v1/products/{slug}': {
        get: {
          ...OPEN,
          operationId: 'openForm',
          summary: 'What is asked of a customer to get a product',
          requestParams: { path: z.object({ slug }) },
          responses: {
            '200': answered('Its choices and parts.', formSchema),
            '404': refused('There is no such product in the shop.'),
          },
        },
      },
      '/api/v1/products/{slug}/resolve': {
        post: {
          ...OPEN,
          operationId: 'resolve',
          summary: 'What a selection resolves to: a priced item in stock, or what is wrong with it',
          requestParams: { path: z.object({ slug }) },
          requestBody: { required: true, content: { 'application/json': { schema: selectionSchema } } },
          responses: {
            '200': answered('What it resolves to.', resolutionSchema),
            '404': refused('There is no such product in the shop.'),
            ...OFTEN,
          },
        },
      },
      '/api/v1/resolve': {
        post: {
          ...OPEN,
          operationId: 'resolveTogether',
          summary: 'What up to a hundred selections resolve to, each as if it were alone',
          requestBody: { required: true, content: { 'application/json': { schema: togetherSchema } } },
          responses: {
            '200': answered('What came of each, in their order.', togetherAnswerSchema),
            '422': refused('No customer group has this code.'),
            ...OFTEN,
          },
        },
      },
      ...managerPaths,
    },
    components: {
      securitySchemes: {
        token: {
          type: 'http',
          scheme: 'bearer',
          description: 'made by an owner under People, with the roles it takes',
        },
      },
    },
  });

let described: ReturnType<typeof describe> | undefined;

/**
 * Describes what other programs may ask; worked out once, as it takes a while.
 *
 * @param origin scheme, host and port of the shop
 * @see https://spec.openapis.org/oas/v3.1.1.html
 */
export function apiDescription(origin: string) {
  described ??= describe();
  return { ...described, servers: [{ url: origin }] };
}
