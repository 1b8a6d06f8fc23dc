/** Something that the workshop alone is told of an order line, as it was when it was ordered. */
export interface WorkshopDetail {
  /** titles of the parts that it is about, outermost first; none for the product itself */
  readonly of: readonly string[];
  readonly label: string;
  readonly value: string;
}
