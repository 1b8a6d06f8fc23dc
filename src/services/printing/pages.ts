import type PdfDocument from 'pdfkit';
import { type Face, type Faces } from './faces';
import { type PrintedProduct } from '../figures/printed-product';

type Doc = InstanceType<typeof PdfDocument>;

/** A4 in points, and what stays free around. @see ISO 216 */
export const PAGE = { size: 'A4', width: 595.28, height: 841.89, margin: 42 } as const;

const INK = '#2b2118';
const MUTED = '#6b5d4d';
const RULE = '#d9ccb4';

const PICTURE = 58;
const GAP = 12;
const LEFT = PAGE.margin + PICTURE + GAP;
const RIGHT = PAGE.width - PAGE.margin;
const WIDTH = RIGHT - LEFT;
/** How wide prices are set, at the right. */
const PRICE_WIDTH = 130;
const SKU_WIDTH = 118;
const FOOT = 26;

/** How text is set. */
interface Setting {
  readonly face: Face;
  readonly size: number;
  readonly colour: string;
}

const TITLE: Setting = { face: 'bold', size: 10.5, colour: INK };
const PRICE: Setting = { face: 'bold', size: 10.5, colour: INK };
const SMALL: Setting = { face: 'plain', size: 8.5, colour: INK };
const QUIET: Setting = { face: 'plain', size: 8.5, colour: MUTED };
const CATEGORY: Setting = { face: 'heading', size: 14, colour: INK };

/** A piece of a page: so high, and drawn from a height on. */
interface Piece {
  readonly height: number;
  draw(top: number): void;
}

/** A picture, with its size in pixels. */
export interface PrintedPicture {
  readonly bytes: Buffer;
  readonly width: number;
  readonly height: number;
}

/** A product as it is printed. */
export interface Printed {
  readonly product: PrintedProduct;
  /** in words */
  readonly price: string;
  readonly picture: PrintedPicture | null;
}

/** What stands on every page. */
export interface Head {
  readonly shop: string;
  readonly title: string;
  /** the day, and what prices are */
  readonly lead: string;
}

/** Lays out a price list, page after page. */
export class Pages {
  private top = 0;
  private page = 0;

  constructor(
    private readonly doc: Doc,
    private readonly faces: Faces,
    private readonly head: Head,
  ) {
    this.newPage();
  }

  /**
   * A product with its picture; one that is longer than what is left of the page begins the next, if it fits there.
   *
   * @param category the name of the category that begins with it, which never stands alone; null for none
   */
  product({ product, price, picture }: Printed, category: string | null): void {
    const pieces = this.piecesOf(product, price);
    const tall = picture ? (PICTURE * picture.height) / Math.max(picture.width, picture.height) + 4 : 0;
    const height = Math.max(
      pieces.reduce((sum, piece) => sum + piece.height, 0),
      tall,
    );
    const named = category === null ? null : this.categoryOf(category);
    const whole = this.bottom - this.first;
    if (this.top + Math.min(height + (named?.height ?? 0), whole) > this.bottom) this.newPage();
    named?.draw(this.top);
    this.top += named?.height ?? 0;
    const begins = { top: this.top, page: this.page };
    if (picture) this.doc.image(picture.bytes, PAGE.margin, this.top + 2, { fit: [PICTURE, PICTURE] });
    for (const piece of pieces) {
      if (this.top + piece.height > this.bottom) this.newPage();
      piece.draw(this.top);
      this.top += piece.height;
    }
    if (begins.page === this.page) this.top = Math.max(this.top, begins.top + tall);
    this.top += 7;
    this.doc.moveTo(PAGE.margin, this.top).lineTo(RIGHT, this.top).lineWidth(0.5).stroke(RULE);
    this.top += 8;
  }

  private categoryOf(title: string): Piece {
    return {
      height: this.heightOf(title, CATEGORY, RIGHT - PAGE.margin) + 12,
      draw: (top) => this.say(title, CATEGORY, { x: PAGE.margin, y: top + 4, width: RIGHT - PAGE.margin }),
    };
  }

  private get first(): number {
    return this.page === 1 ? PAGE.margin + 62 : PAGE.margin + 22;
  }

  private get bottom(): number {
    return PAGE.height - PAGE.margin - FOOT;
  }

  private newPage(): void {
    this.doc.addPage();
    this.page += 1;
    const { shop, title, lead } = this.head;
    const width = RIGHT - PAGE.margin;
    if (this.page === 1) {
      this.say(title, { face: 'heading', size: 22, colour: INK }, { x: PAGE.margin, y: PAGE.margin - 6, width });
      this.say(lead, QUIET, { x: PAGE.margin, y: PAGE.margin + 26, width });
    } else this.say(title, QUIET, { x: PAGE.margin, y: PAGE.margin - 6, width });
    const foot = PAGE.height - PAGE.margin - 10;
    this.say(shop, QUIET, { x: PAGE.margin, y: foot, width: width / 2 });
    this.say(String(this.page), QUIET, { x: PAGE.margin + width / 2, y: foot, width: width / 2, align: 'right' });
    this.top = this.first;
  }

  private piecesOf({ title, sku, summary, rows, choices, parts, breaks }: PrintedProduct, price: string): Piece[] {
    const line = (text: string, set: Setting, more: { label?: string; after?: number } = {}): Piece => {
      const { label = '', after = 1.5 } = more;
      const all = label === '' ? text : `${label}: ${text}`;
      return {
        height: this.heightOf(all, set, WIDTH) + after,
        draw: (y) => this.say(text, set, { x: LEFT, y, width: WIDTH, label }),
      };
    };
    const headed: Piece = {
      height: Math.max(this.heightOf(title, TITLE, WIDTH - PRICE_WIDTH), TITLE.size * 1.3) + 2,
      draw: (y) => {
        this.say(title, TITLE, { x: LEFT, y, width: WIDTH - PRICE_WIDTH });
        this.say(price, PRICE, { x: RIGHT - PRICE_WIDTH, y, width: PRICE_WIDTH, align: 'right' });
      },
    };
    return [
      headed,
      ...(summary === '' ? [] : [line(summary, QUIET, { after: 3 })]),
      ...(rows.length > 0 || sku === '' ? [] : [line(sku, QUIET)]),
      ...rows.map((row) => this.rowOf(row)),
      ...(parts === '' ? [] : [line(parts, SMALL, { label: 'In it' })]),
      ...choices.map((choice) => line(choice.said, SMALL, { label: choice.title })),
      ...(breaks === '' ? [] : [line(breaks, SMALL, { label: 'Quantities' })]),
    ];
  }

  private rowOf({ sku, chosen, price }: PrintedProduct['rows'][number]): Piece {
    const width = WIDTH - SKU_WIDTH - 90;
    const height = Math.max(this.heightOf(chosen, SMALL, width), this.heightOf(sku, QUIET, SKU_WIDTH - 8));
    return {
      height: height + 1.5,
      draw: (y) => {
        this.say(sku, QUIET, { x: LEFT, y, width: SKU_WIDTH - 8 });
        this.say(chosen, SMALL, { x: LEFT + SKU_WIDTH, y, width });
        this.say(price, SMALL, { x: RIGHT - 90, y, width: 90, align: 'right' });
      },
    };
  }

  private heightOf(text: string, { face, size }: Setting, width: number): number {
    // What is empty is as high as a line all the same.
    const said = text === '' ? ' ' : text;
    const [first] = this.faces.runs(face, said);
    return first ? this.doc.font(first.font).fontSize(size).heightOfString(said, { width }) : 0;
  }

  private say(
    text: string,
    { face, size, colour }: Setting,
    at: { x: number; y: number; width: number; align?: 'right'; label?: string },
  ): void {
    const label = at.label === undefined || at.label === '' ? [] : this.faces.runs('bold', `${at.label}: `);
    const runs = [...label, ...this.faces.runs(face, text)];
    const { x, y, width, align } = at;
    runs.forEach((run, place) => {
      const options = { width, align, continued: place < runs.length - 1 };
      const set = this.doc.font(run.font).fontSize(size).fillColor(colour);
      if (place === 0) set.text(run.text, x, y, options);
      else set.text(run.text, options);
    });
  }
}
