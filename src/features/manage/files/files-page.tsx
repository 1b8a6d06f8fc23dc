'use client';

import { Box, Button, Heading, HStack, SimpleGrid, Stack, Text } from '@chakra-ui/react';
import { Download, Upload } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { type DragEvent, type ReactNode, useRef, useState } from 'react';
import { type ImportRow } from '@/services/importing/undo';
import { FaultLine } from '@/ui/fault-line';
import { Page } from '@/ui/page';
import { PageHead } from '@/ui/text';
import { sayDone } from '@/ui/toasts';
import { ImportPlan } from './import-plan';
import { PastImports } from './past-imports';
import { useImport } from './use-import';

function Card({ title, lead, children }: { title: string; lead: string; children: ReactNode }) {
  return (
    <Box as="section" aria-label={title} bg="bg.panel" borderWidth="1px" borderRadius="l2" p="5">
      <Heading as="h2" size="lg">
        {title}
      </Heading>
      <Text color="fg.muted" mt="1" mb="4">
        {lead}
      </Text>
      {children}
    </Box>
  );
}

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
          <Text color="fg.muted">or drop it here: a catalog as ZIP or JSON</Text>
        </HStack>
        <input
          ref={input}
          type="file"
          accept=".zip,.json"
          aria-label="Catalog file"
          hidden
          onChange={(event) => {
            const [file] = event.currentTarget.files ?? [];
            if (file) onFile(file);
            event.currentTarget.value = '';
          }}
        />
      </Box>
      <FaultLine mt="3">{fault}</FaultLine>
    </Card>
  );
}

/** The catalog as a file: out, and in again with a plan. */
export function FilesPage({ imports }: { imports: readonly ImportRow[] }) {
  const router = useRouter();
  const { looked, isBusy, fault, open, decide, allowFaults, bringIn, close } = useImport();
  const take = async () => {
    const done = await bringIn();
    if (!done) return;
    sayDone('Imported', `${done.words}. Undo takes it back.`);
    router.refresh();
  };
  return (
    <Page>
      <PageHead title="Import and export" lead="The catalog as one file: to keep, to move, to change elsewhere." />
      {looked ? (
        <Stack gap="3">
          <FaultLine>{fault}</FaultLine>
          <ImportPlan
            {...looked}
            name={looked.file.name}
            isBusy={isBusy}
            onDecide={decide}
            onAllow={allowFaults}
            onImport={() => void take()}
            onClose={close}
          />
        </Stack>
      ) : (
        <Stack gap="8">
          <SimpleGrid columns={{ base: 1, lg: 2 }} gap="5">
            <ImportCard isBusy={isBusy} fault={fault} onFile={(file) => void open(file)} />
            <ExportCard />
          </SimpleGrid>
          <PastImports imports={imports} onChange={() => router.refresh()} />
        </Stack>
      )}
    </Page>
  );
}
