/** Every table: what products are, and what is counted and sold of them. */
export * from './tables/catalog';
export * from './tables/stock-and-sales';
