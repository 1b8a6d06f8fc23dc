/** What an order comes to beside its lines, as it was when it was made. Amounts are decimals. */
export interface OrderSums {
  /** of the lines */
  readonly goods: string;
  /** what codes take off, each with its share of every line */
  readonly codes: readonly {
    readonly code: string;
    readonly title: string;
    readonly amount: string;
    readonly shares: readonly string[];
  }[];
  /** null where nothing was said of it */
  readonly delivery: { readonly price: string; readonly usual: string } | null;
  /** null where no tax was told */
  readonly tax: {
    readonly name: string;
    readonly pricesInclude: boolean;
    readonly country: string;
    readonly net: string;
    readonly sums: readonly { readonly percent: string; readonly net: string; readonly tax: string }[];
  } | null;
}
