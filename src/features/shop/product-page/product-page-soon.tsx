'use client';

import { afterPaint } from '@/ui/after-paint';

/** The page of a product: seen with its price at once, and choosable as soon as what resolves a selection is there. */
export const ProductPageSoon = afterPaint(() => import('./product-page').then(({ ProductPage }) => ProductPage));
