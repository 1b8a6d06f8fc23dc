'use client';

import { Text } from '@chakra-ui/react';
import { type ProductView } from '@/core/catalog';
import { partedKey } from '@/core/compile';
import { counted, listed } from '@/core/words';
import { useEditing } from '@/features/editors/frame';

/** What sheets bring: layers over the views of the product, and views of their own. They are edited on the sheets. */
export function FromSheets() {
  const { program, surroundings } = useEditing();
  const titleOf = (sheet: string) => surroundings.sheets.get(sheet)?.title ?? sheet;
  const said = program.product.views.flatMap((view) => {
    const own = partedKey(view.key);
    return own ? [`${titleOf(own.sheet)} brings the view ${view.title}`] : over(view, titleOf);
  });
  if (said.length === 0) return null;
  return (
    <Text fontSize="sm" color="fg.muted" mt="4">
      {said.map((words) => `${words}.`).join(' ')} What sheets bring is edited there, under <i>Layers on views</i>.
    </Text>
  );
}

/** The sheets whose layers lie over a view, each with how many. */
function over(view: ProductView, titleOf: (sheet: string) => string): string[] {
  const layers = new Map<string, number>();
  for (const { key } of view.layers) {
    const from = partedKey(key);
    if (from) layers.set(from.sheet, (layers.get(from.sheet) ?? 0) + 1);
  }
  const each = [...layers].map(([sheet, number]) => `${counted(number, 'layer')} of ${titleOf(sheet)}`);
  return each.length === 0 ? [] : [`On top of ${view.title}: ${listed(each, 'and')}`];
}
