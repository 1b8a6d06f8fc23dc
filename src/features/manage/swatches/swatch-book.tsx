'use client';

import { Box, Button, HStack, IconButton, SimpleGrid, Stack, Text } from '@chakra-ui/react';
import { Download, Images, Pencil, Plus, Upload } from 'lucide-react';
import { matchSorter } from 'match-sorter';
import { PageLink } from '@/ui/page-link';
import { useRouter } from 'next/navigation';
import { type ReactNode, useState } from 'react';
import { ALIKE_BELOW, alikeNeighbours } from '@/core/colour';
import { counted } from '@/core/words';
import { anything, send, setWith, wordsOf } from '@/features/kit/shared';
import { Page } from '@/ui/page';
import { moveEntry, Sortable } from '@/ui/sortable';
import { type SwatchRow } from '@/services/swatches/swatches';
import { TypedInput } from '@/ui/field';
import { swatchBackground } from '@/ui/swatch-background';
import { EmptyPlace, PageHead, Slip } from '@/ui/text';
import { Tick } from '@/ui/tick';
import { sayFailed } from '@/ui/toasts';
import { CsvDialog } from './csv-dialog';
import { SwatchDialog } from './swatch-dialog';
import { SwatchesBar } from './swatches-bar';

/** The keys of all swatches, with one of a family moved among its own. */
function movedIn(swatches: readonly SwatchRow[], family: string, from: number, to: number): string[] {
  const keysOf = (name: string) => swatches.filter((swatch) => swatch.family === name).map(({ key }) => key);
  const inside = keysOf(family);
  moveEntry(inside, from, to);
  return [...new Set(swatches.map((swatch) => swatch.family))].flatMap((name) =>
    name === family ? inside : keysOf(name),
  );
}

/** The shop's library of named colours and textures, family by family, in its own order. */
export function SwatchBook({ swatches }: { swatches: readonly SwatchRow[] }) {
  const router = useRouter();
  const [search, setSearch] = useState('');
  const [selected, setSelected] = useState<ReadonlySet<string>>(new Set());
  const [editing, setEditing] = useState<SwatchRow | 'new' | null>(null);
  const [importing, setImporting] = useState(false);
  const shown =
    search.trim() === ''
      ? [...swatches]
      : matchSorter([...swatches], search, { keys: ['name', 'family', 'supplierCode'] });
  const allFamilies = [...new Set(swatches.map(({ family }) => family))].filter(Boolean);
  const families = [...new Set(shown.map(({ family }) => family))];
  const add = (
    <Button data-new onClick={() => setEditing('new')}>
      <Plus size={16} aria-hidden /> New swatch
    </Button>
  );
  const done = () => {
    setEditing(null);
    setImporting(false);
    router.refresh();
  };
  const reorder = (family: string, from: number, to: number) => {
    const keys = movedIn(swatches, family, from, to);
    send('PUT', '/api/manage/swatches/order', { keys }, anything).then(
      () => router.refresh(),
      (error: unknown) => sayFailed('The order was not kept', wordsOf(error)),
    );
  };
  return (
    <Page>
      <PageHead
        title="Swatch book"
        lead="Named colours and textures. Options follow a swatch: change it here, and every product changes."
      >
        <Button asChild variant="ghost" colorPalette="ink">
          <PageLink href="/manage/pictures">
            <Images size={15} aria-hidden /> All pictures
          </PageLink>
        </Button>
        <Button variant="outline" colorPalette="ink" onClick={() => setImporting(true)}>
          <Upload size={15} aria-hidden /> Import CSV
        </Button>
        <Button asChild variant="outline" colorPalette="ink">
          <a href="/api/manage/swatches/csv" download="swatch-book.csv">
            <Download size={15} aria-hidden /> Export CSV
          </a>
        </Button>
        {add}
      </PageHead>
      {swatches.length > 0 && (
        <TypedInput
          type="search"
          aria-label="Search the swatch book"
          placeholder="Search by name, family, supplier code"
          maxW="340px"
          mb="5"
          value={search}
          onChange={setSearch}
        />
      )}
      <SwatchesBar
        swatches={swatches}
        selected={selected}
        families={allFamilies}
        onDone={() => setSelected(new Set())}
      />
      {swatches.length === 0 && (
        <EmptyPlace title="The book is empty" action={add}>
          Keep a colour once, with its supplier’s code, and use it on every product.
        </EmptyPlace>
      )}
      {swatches.length > 0 && shown.length === 0 && <NothingFound search={search} />}
      <Stack gap="7">
        {families.map((family) => (
          <Family
            key={family}
            family={family}
            swatches={shown.filter((swatch) => swatch.family === family)}
            sortable={search.trim() === ''}
            onMove={(from, to) => reorder(family, from, to)}
            onEdit={setEditing}
            selected={selected}
            onSelect={(key, on) => setSelected(setWith(selected, key, on))}
          />
        ))}
      </Stack>
      {editing && (
        <SwatchDialog
          swatch={editing === 'new' ? null : editing}
          families={allFamilies}
          onClose={() => setEditing(null)}
          onDone={done}
        />
      )}
      {importing && <CsvDialog onClose={() => setImporting(false)} onDone={done} />}
    </Page>
  );
}

interface Selecting {
  selected: ReadonlySet<string>;
  onSelect: (key: string, on: boolean) => void;
}

interface FamilyProps extends Selecting {
  family: string;
  swatches: readonly SwatchRow[];
  sortable: boolean;
  onMove: (from: number, to: number) => void;
  onEdit: (swatch: SwatchRow) => void;
}

function Family({ family, swatches, sortable, onMove, onEdit, ...selecting }: FamilyProps) {
  const alike = alikeNeighbours(swatches.map(({ colours, picture }) => ({ colours, texture: picture })));
  return (
    <Box as="section" aria-label={family || 'No family'}>
      <Text as="h2" fontFamily="heading" fontSize="lg" fontWeight="600" mb="2">
        {family || 'Without a family'}{' '}
        <Text as="span" color="fg.muted" fontSize="sm" fontFamily="body" fontWeight="400">
          {counted(swatches.length, 'swatch', 'swatches')}
        </Text>
      </Text>
      {alike.map(({ place, difference }) => (
        <Text key={place} fontSize="sm" color="oak.fg" mb="2">
          {swatches[place]?.name} and {swatches[place + 1]?.name} stand side by side and are hard to tell apart: colour
          difference {difference.toFixed(1)} by CIEDE2000; below {ALIKE_BELOW} most people can’t. Move one elsewhere, or
          change it.
        </Text>
      ))}
      <SimpleGrid columns={{ base: 1, sm: 2, lg: 3 }} gap="2">
        {sortable ? (
          <Sortable
            entries={swatches}
            nameOf={({ name }) => name}
            grid
            onMove={onMove}
            render={(swatch, _index, handle) => (
              <Entry swatch={swatch} handle={handle} onEdit={onEdit} {...selecting} />
            )}
          />
        ) : (
          swatches.map((swatch) => (
            <Entry key={swatch.key} swatch={swatch} handle={null} onEdit={onEdit} {...selecting} />
          ))
        )}
      </SimpleGrid>
    </Box>
  );
}

function Entry({
  swatch,
  handle,
  onEdit,
  selected,
  onSelect,
}: Selecting & { swatch: SwatchRow; handle: ReactNode; onEdit: (swatch: SwatchRow) => void }) {
  return (
    <HStack
      id={swatch.key}
      bg="bg.panel"
      borderWidth="1px"
      borderRadius="l2"
      p="2"
      gap="2"
      _target={{ borderColor: 'copper.solid', boxShadow: '0 0 0 1px var(--chakra-colors-copper-solid)' }}
    >
      {handle}
      <Tick
        hideLabel
        label={`Select ${swatch.name}`}
        checked={selected.has(swatch.key)}
        onChange={(on) => onSelect(swatch.key, on)}
      />
      <Box
        w="52px"
        h="52px"
        flexShrink={0}
        borderRadius="48% 52% 50% 50%"
        borderWidth="1px"
        borderColor="border.emphasized"
        style={swatchBackground({ colours: swatch.colours, texture: swatch.picture })}
      />
      <Box flex="1" minW="0">
        <Text fontWeight="600" truncate>
          {swatch.name}
        </Text>
        <Text fontSize="xs" color="fg.muted" truncate fontFamily="mono">
          {[swatch.supplierCode, swatch.picture ? 'texture' : swatch.colours.join(' ')].filter(Boolean).join(' · ')}
        </Text>
        {swatch.uses > 0 && (
          <Slip tone="oak">{swatch.uses === 1 ? swatch.usedBy[0] : `${swatch.uses} products and sheets`}</Slip>
        )}
      </Box>
      <IconButton
        aria-label={`Change ${swatch.name}`}
        size="sm"
        variant="ghost"
        colorPalette="ink"
        onClick={() => onEdit(swatch)}
      >
        <Pencil size={15} />
      </IconButton>
    </HStack>
  );
}

const NothingFound = ({ search }: { search: string }) => (
  <EmptyPlace title="Nothing found">No swatch matches “{search}”.</EmptyPlace>
);
