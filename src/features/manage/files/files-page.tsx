'use client';

import { Box, Button, HStack, SimpleGrid, Stack, Text } from '@chakra-ui/react';
import { Download, Upload } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { type DragEvent, useRef, useState } from 'react';
import { type ImportRow } from '@/services/importing/undo';
import { FaultLine } from '@/ui/fault-line';
import { FileInput } from '@/ui/file-input';
import { Page } from '@/ui/page';
import { PageHead } from '@/ui/text';
import { sayDone } from '@/ui/toasts';
import { Card } from './card';
import { ImportPlan } from './import-plan';
import { PastImports } from './past-imports';
import { PrintedCard, type PrintedGroup } from './printed-card';
import { type OfferedSpreadsheet, SpreadsheetCard } from './spreadsheet-card';
import { SupplierList } from './supplier-list/supplier-list';
import { type Looked, useImport } from './use-import';

function ExportCard() {
  return (
    <Card
      title="Export"
      lead="Products with drafts, sheets, swatches, stock, prices and settings, in one file. Orders and customers stay here."
    >
      <HStack gap="2" flexWrap="wrap">
        <Button asChild>
          <a href="/api/manage/catalog-file?as=zip" download>
            <Download size={16} aria-hidden /> Catalog with pictures (ZIP)
          </a>
        </Button>
        <Button asChild variant="outline">
          <a href="/api/manage/catalog-file?as=json" download>
            Without pictures (JSON)
          </a>
        </Button>
      </HStack>
      <Text fontSize="sm" color="fg.muted" mt="3">
        Some products with all they need: select them in the list, then Export.
      </Text>
    </Card>
  );
}

/** Where a file is dropped or chosen. */
function ImportCard({
  isBusy,
  fault,
  onFile,
}: {
  isBusy: boolean;
  fault: string | undefined;
  onFile: (file: File) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  const [isOver, setOver] = useState(false);
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    const [file] = event.dataTransfer.files;
    if (file) onFile(file);
  };
  return (
    <Card
      title="Import"
      lead="You see what a file would do before anything changes. What it doesn’t have stays as it is."
    >
      <Box
        borderWidth="1.5px"
        borderStyle="dashed"
        borderColor={isOver ? 'oak.500' : 'border.emphasized'}
        bg={isOver ? 'oak.subtle' : undefined}
        borderRadius="l2"
        p="4"
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={drop}
      >
        <HStack gap="3" flexWrap="wrap">
          <Button variant="outline" loading={isBusy} onClick={() => input.current?.click()}>
            <Upload size={16} aria-hidden /> Choose a file
          </Button>
          <Text color="fg.muted">
            or drop it here: a catalog as ZIP or JSON, a spreadsheet or a supplier’s list as XLSX or CSV
          </Text>
        </HStack>
        <FileInput
          ref={input}
          label="File to import"
          accept=".zip,.json,.csv,.tsv,.txt,.xlsx"
          onFiles={([file]) => file && onFile(file)}
        />
      </Box>
      <FaultLine mt="3">{fault}</FaultLine>
    </Card>
  );
}

interface Props {
  imports: readonly ImportRow[];
  /** what goes out as a spreadsheet */
  spreadsheets: readonly OfferedSpreadsheet[];
  groups: readonly PrintedGroup[];
}

/** A spreadsheet can be a supplier’s list, and one that is can be told what its columns say. */
const listWords = ({ is, list }: Looked, run: () => void) =>
  is === 'catalog' ? undefined : { run, words: list ? 'Back to columns' : 'It is a supplier’s list' };

/** The catalog as a file: out, and in again with a plan. */
export function FilesPage({ imports, spreadsheets, groups }: Props) {
  const router = useRouter();
  const { looked, listed, isBusy, fault, open, ...importing } = useImport();
  const take = async () => {
    const hasDrafts =
      looked?.is !== 'catalog' && looked?.plan.rows.some(({ list, what }) => list === 'products' && what === 'new');
    const done = await importing.bringIn();
    if (!done) return;
    sayDone(
      'Imported',
      `${done.words}.${hasDrafts ? ' New products are drafts: publish them in Products.' : ''} Undo takes it back.`,
    );
    router.refresh();
  };
  return (
    <Page>
      <PageHead
        title="Import and export"
        lead="The catalog as a file or as spreadsheets: to keep, to move, to change elsewhere."
      />
      {looked ? (
        <Stack gap="3">
          <FaultLine>{fault}</FaultLine>
          <ImportPlan
            {...looked}
            name={looked.file.name}
            isBusy={isBusy}
            onDecide={importing.decide}
            onAllow={importing.allowFaults}
            onDraft={importing.draft}
            onImport={() => void take()}
            onList={listWords(looked, importing.asList)}
            onClose={importing.close}
            step={importing.step}
            onStop={importing.stop}
          />
        </Stack>
      ) : listed ? (
        <SupplierList
          listed={listed}
          isBusy={isBusy}
          fault={fault}
          onPlan={importing.planList}
          onClose={importing.close}
        />
      ) : (
        <Stack gap="8">
          <SimpleGrid columns={{ base: 1, lg: 2 }} gap="5" alignItems="start">
            <Stack gap="5">
              <ImportCard isBusy={isBusy} fault={fault} onFile={(file) => void open(file)} />
              <PrintedCard groups={groups} />
            </Stack>
            <Stack gap="5">
              <ExportCard />
              <SpreadsheetCard offered={spreadsheets} />
            </Stack>
          </SimpleGrid>
          <PastImports imports={imports} onChange={() => router.refresh()} />
        </Stack>
      )}
    </Page>
  );
}
