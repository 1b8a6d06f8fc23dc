import { z } from 'zod';
import { fileTypeNames } from '@/core/catalog';

/** What the server tells of a file that has been uploaded. */
export const uploadedFileSchema = z.object({
  name: z.string(),
  type: z.enum(fileTypeNames),
  size: z.number(),
  extent: z.object({ width: z.number(), height: z.number(), isDrawing: z.boolean() }).optional(),
});
