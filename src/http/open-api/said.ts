import { type z } from 'zod';
import { type ZodOpenApiResponseObject } from 'zod-openapi';
import { problemSchema } from './answers';

/** An answer in JSON. */
export const answered = (description: string, schema: z.ZodType): ZodOpenApiResponseObject => ({
  description,
  content: { 'application/json': { schema } },
});

/** A problem document. */
export const refused = (description: string): ZodOpenApiResponseObject => ({
  description,
  content: { 'application/problem+json': { schema: problemSchema } },
});

/** How a body is refused. */
export const OF_BODY = {
  '400': refused('The body is malformed: which place of it, and what would be right there.'),
  '413': refused('The body is larger than is read.'),
  '415': refused('The body is not declared as JSON.'),
};
