import { z } from 'zod';
import { fileTypeNames } from '@/core/catalog';
import { extentSchema } from '@/core/selection';

/** What the server tells of a file that has been uploaded. */
export const uploadedFileSchema = z.object({
  name: z.string(),
  type: z.enum(fileTypeNames),
  size: z.number(),
  extent: extentSchema.strip().optional(),
});
