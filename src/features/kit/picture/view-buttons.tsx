'use client';

import { Button, HStack } from '@chakra-ui/react';
import { type ProductView } from '@/core/catalog';

/** The views of a product, of which one is looked at. */
export function ViewButtons({
  views,
  shown,
  size,
  onShow,
}: {
  views: readonly Pick<ProductView, 'key' | 'title'>[];
  shown: string | undefined;
  size: 'xs' | 'sm';
  onShow: (view: string) => void;
}) {
  return (
    <HStack gap="1" wrap="wrap" role="group" aria-label="Views">
      {views.map(({ key, title }) => (
        <Button
          key={key}
          size={size}
          variant={key === shown ? 'subtle' : 'ghost'}
          colorPalette="ink"
          aria-pressed={key === shown}
          onClick={() => onShow(key)}
        >
          {title || key}
        </Button>
      ))}
    </HStack>
  );
}
