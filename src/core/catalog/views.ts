import { z } from 'zod';
import { conditionSchema } from '../conditions';
import { choiceRef, formulaRef, ownKey, pictureRef, placeRef, typefaceRef } from '../fields';
import { decimalText } from '../number';
import { COLOUR_PATTERN, keySchema } from './choices';

const choice = choiceRef(z.string().max(130).describe('key of a choice'));

/** What a length follows: a measure or number, or a formula that comes to a length or a number. */
const followedSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('choice'), choice: choiceRef(z.string().max(130)) }),
  z.strictObject({ kind: z.literal('formula'), formula: formulaRef(z.string().max(130)) }),
]);

/**
 * A length on a picture: a decimal in the view's units, or one that grows with an answer: `base + times × what it
 * follows`. Of a measure the length counts at the view's scale, in millimetres where it has none; a number as it is.
 */
export const pictureLengthSchema = z
  .union([
    decimalText,
    z.strictObject({ base: decimalText.default('0'), times: decimalText.default('1'), of: followedSchema }),
  ])
  .meta({ id: 'pictureLength' });

export type PictureLength = z.infer<typeof pictureLengthSchema>;

const hex = z.string().regex(COLOUR_PATTERN, 'write a colour as # and six digits, such as #5b7a5e');

/** A colour: one, or that of the option that is chosen. */
export const pictureColourSchema = z
  .discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('fixed'), colour: hex }),
    z.strictObject({
      kind: z.literal('chosen'),
      choice,
      place: z.int().min(0).max(2).default(0).describe('which of its colours, from 0'),
    }),
  ])
  .meta({ id: 'pictureColour' });

export type PictureColour = z.infer<typeof pictureColourSchema>;

const anchorSchema = z.strictObject({
  across: z.enum(['left', 'middle', 'right']).default('left'),
  down: z.enum(['top', 'middle', 'bottom']).default('top'),
});

/** How a layer lies on what is below it, as in Compositing and Blending Level 1 of the W3C. */
export const blends = ['normal', 'multiply', 'screen'] as const;

const layerFields = {
  key: ownKey('layer', keySchema),
  title: z.string().max(80).default(''),
  when: conditionSchema.nullable().default(null).describe('null is always seen'),
  anchor: anchorSchema
    .prefault({})
    .describe('the point of the view that it keeps its distance to, and of itself that keeps it'),
  x: pictureLengthSchema.default('0').describe('from there to the right; to the left where it hangs on the right'),
  y: pictureLengthSchema.default('0').describe('from there downwards; upwards where it stands on the bottom'),
  width: pictureLengthSchema,
  height: pictureLengthSchema,
  turn: decimalText.default('0').describe('degrees clockwise around its middle'),
  opacity: z.int().min(0).max(100).default(100).describe('percent'),
  blend: z.enum(blends).default('normal'),
};

/** Where the picture of a layer comes from. */
const pictureFromSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('fixed'), src: pictureRef() }),
  z
    .strictObject({ kind: z.literal('option'), choice })
    .describe('the picture, or texture, of the option that is chosen'),
  z.strictObject({ kind: z.literal('file'), choice }).describe('the picture that the customer has uploaded'),
]);

const pictureLayer = z.strictObject({
  kind: z.literal('picture'),
  ...layerFields,
  from: pictureFromSchema,
  fit: z
    .enum(['whole', 'fill', 'stretch'])
    .default('whole')
    .describe('whole within its box, filling it and cut, or stretched to it'),
  mask: z.enum(['none', 'rounded', 'ellipse']).default('none').describe('what of the box it is seen in'),
  tint: pictureColourSchema
    .nullable()
    .default(null)
    .describe('the colour that it takes on, its light and shade kept; null leaves its own'),
});

const shapeLayer = z.strictObject({
  kind: z.literal('shape'),
  ...layerFields,
  shape: z.enum(['rectangle', 'ellipse', 'frame']).default('rectangle'),
  corner: decimalText.default('0').describe('radius of its corners'),
  bar: decimalText.default('10').describe('of a frame, how wide its bars are, whatever its size'),
  fill: pictureColourSchema.nullable().default(null),
  tile: decimalText
    .default('50')
    .describe('how wide one tile of a texture is, where the chosen option has one in the place of colours'),
  line: z
    .strictObject({ colour: hex, width: decimalText })
    .nullable()
    .default(null)
    .describe('drawn around it; null for none'),
  cut: z
    .boolean()
    .default(false)
    .describe('its line is where the workshop cuts: on a layer of its own of the workshop’s drawing, and nowhere else'),
});

const textFromSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('fixed'), text: z.string().max(500) }),
  z.strictObject({ kind: z.literal('answer'), choice }).describe('what is answered to it'),
]);

const faceSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('fixed'),
    face: typefaceRef().describe('key of a typeface that ships with the shop, or where the file of one is'),
  }),
  z.strictObject({ kind: z.literal('chosen'), choice }).describe('the face of the option that is chosen'),
]);

const textLayer = z.strictObject({
  kind: z.literal('text'),
  ...layerFields,
  from: textFromSchema,
  face: faceSchema.default({ kind: 'fixed', face: 'serif' }),
  colour: pictureColourSchema.default({ kind: 'fixed', colour: '#1f1a14' }),
  size: decimalText.default('20').describe('height of its letters: from the foot of a capital to its head'),
  smallest: decimalText
    .default('0')
    .describe('how small it may become to fit into its box and still be read; smaller is told'),
  lines: z.enum(['one', 'wrapped']).default('one').describe('on one line, made smaller to fit, or broken into several'),
  align: z.enum(['left', 'middle', 'right']).default('middle'),
  arc: decimalText
    .nullable()
    .default(null)
    .describe('radius of the arc that a line is bent along: upwards, or downwards where it is less than 0'),
});

const measureLayer = z.strictObject({
  kind: z.literal('measure'),
  ...layerFields,
  choice,
  along: z.enum(['across', 'upright']).default('across'),
  size: decimalText.default('12').describe('height of its figures'),
  colour: hex.default('#1f1a14'),
});

/** So many anchor points a layer has at most. */
export const MOST_POINTS = 60;

const piecesLayer = z.strictObject({
  kind: z.literal('pieces'),
  ...layerFields,
  places: z
    .array(placeRef())
    .max(60)
    .default([])
    .describe('keys of parts and slots whose pieces are set one on the other, from the first'),
  towards: z.enum(['up', 'down', 'left', 'right']).default('up').describe('from the side of the box where it begins'),
  gap: decimalText.default('0').describe('between one piece and the next; less than 0 has them overlap'),
  at: z
    .array(
      z.strictObject({
        x: pictureLengthSchema,
        y: pictureLengthSchema,
        turn: decimalText.default('0').describe('degrees clockwise around the point'),
      }),
    )
    .max(MOST_POINTS)
    .default([])
    .describe(
      'anchor points, from the upper left corner of the box: each holds a piece, in their order, and what finds none is not drawn; none for one after the other',
    ),
  heldBy: z
    .enum(['middle', 'top', 'bottom', 'left', 'right'])
    .default('middle')
    .describe('by what of it an anchor point holds a piece'),
  wide: decimalText
    .default('60')
    .describe('how wide a piece at an anchor point is, where its view or this one is true to no scale'),
  tint: pictureColourSchema
    .nullable()
    .default(null)
    .describe('the colour that pieces take on, their light and shade kept; null leaves their own'),
  tinted: z.array(placeRef()).max(60).default([]).describe('whose pieces take it on; none for all'),
});

/** One layer of a view. */
export const layerSchema = z
  .discriminatedUnion('kind', [pictureLayer, shapeLayer, textLayer, measureLayer, piecesLayer])
  .meta({ id: 'layer' });

export type Layer = z.infer<typeof layerSchema>;
export type LayerOf<K extends Layer['kind']> = Extract<Layer, { kind: K }>;

/** So many views a product has at most, and layers one of them. */
export const MOST_VIEWS = 12;
export const MOST_LAYERS = 60;

/** What the workshop’s drawing of a view that is true to scale has beside the picture, in millimetres. */
export const workshopDrawingSchema = z
  .strictObject({
    bleed: decimalText.default('0').describe('what reaches over the edge is drawn so far beyond it, to be cut off'),
    marks: z.boolean().default(true).describe('whether crop marks stand at the corners'),
    sheet: z
      .strictObject({
        width: decimalText,
        height: decimalText,
        edge: decimalText.default('0').describe('kept free along its edges'),
        gap: decimalText.default('0').describe('between two pieces at least, from edge to edge'),
        turned: z.boolean().default(true).describe('whether pieces may lie turned by a quarter'),
      })
      .nullable()
      .default(null)
      .describe('the sheet that the pieces of an order are laid on; null for each by itself'),
  })
  .meta({ id: 'workshopDrawing' });

export type WorkshopDrawing = z.infer<typeof workshopDrawingSchema>;

/** A picture of the product that is put together from layers, the first lowest. */
export const viewSchema = z
  .strictObject({
    key: ownKey('view', keySchema),
    title: z.string().max(80).describe('such as front, back or inside'),
    width: pictureLengthSchema.default('400'),
    height: pictureLengthSchema.default('300'),
    scale: decimalText
      .nullable()
      .default(null)
      .describe('millimetres of one unit of the picture; null where it is true to no scale'),
    background: hex.nullable().default(null),
    workshop: workshopDrawingSchema
      .nullable()
      .default(null)
      .describe('what the workshop’s drawing has beside the picture; null for nothing'),
    layers: z.array(layerSchema).max(MOST_LAYERS).default([]),
  })
  .meta({ id: 'view' });

export type ProductView = z.infer<typeof viewSchema>;

/** Every length of a view, with its place within it. */
export function lengthsOf(view: ProductView): { readonly length: PictureLength; readonly path: (string | number)[] }[] {
  return [
    { length: view.width, path: ['width'] },
    { length: view.height, path: ['height'] },
    ...view.layers.flatMap((layer, index) => [
      ...(['x', 'y', 'width', 'height'] as const).map((field) => ({
        length: layer[field],
        path: ['layers', index, field],
      })),
      ...(layer.kind === 'pieces' ? layer.at : []).flatMap((point, place) =>
        (['x', 'y'] as const).map((field) => ({ length: point[field], path: ['layers', index, 'at', place, field] })),
      ),
    ]),
  ];
}

/** What a length follows, as one word: the name under which its figure is kept. */
export function followed(length: PictureLength): string | null {
  if (typeof length === 'string') return null;
  return length.of.kind === 'choice' ? `choice:${length.of.choice}` : `formula:${length.of.formula}`;
}
