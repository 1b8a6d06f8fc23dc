/** Every table: what products are, what they refer to, and what is counted and sold of them. */
export * from './tables/catalog';
export * from './tables/people';
export * from './tables/programs';
export * from './tables/references';
export * from './tables/stock-and-sales';
export * from './tables/webhooks';
