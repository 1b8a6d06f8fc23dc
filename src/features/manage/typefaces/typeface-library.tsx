'use client';

import { Box, Button, HStack, Stack, Text } from '@chakra-ui/react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { letteringFaces, LONGEST_TYPEFACE, LONGEST_LICENCE } from '@/core/catalog';
import { counted, someOf } from '@/core/words';
import { UploadTypeface } from '@/features/editors/fields';
import { anything, send, useAttempt } from '@/features/kit/shared';
import { FaceSample } from '@/features/kit/typefaces';
import { type TypefaceRow } from '@/services/typefaces/library';
import { AppDialog } from '@/ui/dialog';
import { FaultLine } from '@/ui/fault-line';
import { TextArea, TextField } from '@/ui/field';
import { Page } from '@/ui/page';
import { PageHead } from '@/ui/text';

const SAMPLE = 'Queen Bee & Sons 1897';

/** The typefaces that texts on products can be lettered in: those that ship with the shop, and uploaded ones. */
export function TypefaceLibrary({ typefaces }: { typefaces: readonly TypefaceRow[] }) {
  const router = useRouter();
  const [open, setOpen] = useState<TypefaceRow | null>(null);
  return (
    <Page>
      <PageHead
        title="Typefaces"
        lead="What customers’ words can be engraved, branded or sewn in. Outlines of these files are what the workshop gets."
      >
        <UploadTypeface onUploaded={() => router.refresh()} />
      </PageHead>
      <Stack gap="0" borderTopWidth="1px" borderColor="border">
        {typefaces.map((row) => (
          <TypefaceLine
            key={row.hash}
            face={row.face}
            title={row.title}
            said={`${counted(row.signs, 'sign')}, ${Math.max(1, Math.round(row.size / 1024))} kB · ${
              row.uses === 0 ? 'nothing has it' : `on ${someOf(row.usedBy, row.uses)}`
            }`}
            licence={row.licence}
            onOpen={() => setOpen(row)}
          />
        ))}
        {letteringFaces.map(({ key, title }) => (
          <TypefaceLine key={key} face={key} title={title} said="ships with the shop" />
        ))}
      </Stack>
      {open && <TypefaceDialog key={open.hash} typeface={open} onClose={() => setOpen(null)} />}
    </Page>
  );
}

interface LineProps {
  face: string;
  title: string;
  said: string;
  licence?: string;
  onOpen?: () => void;
}

function TypefaceLine({ face, title, said, licence, onOpen }: LineProps) {
  return (
    <HStack as="section" aria-label={title} gap="6" py="3" borderBottomWidth="1px" borderColor="border" wrap="wrap">
      <FaceSample face={face} aria-hidden fontSize="2xl" lineHeight="1.3" w={{ base: 'full', md: '340px' }} truncate>
        {SAMPLE}
      </FaceSample>
      <Box flex="1" minW="0">
        <Text fontWeight="600">{title}</Text>
        <Text fontSize="sm" color="fg.muted" truncate>
          {said}
        </Text>
        {licence !== undefined && (
          <Text fontSize="sm" color="fg.muted" truncate title={licence}>
            {licence}
          </Text>
        )}
      </Box>
      {onOpen && (
        <Button size="sm" variant="outline" colorPalette="ink" aria-label={`Change ${title}`} onClick={onOpen}>
          Change
        </Button>
      )}
    </HStack>
  );
}

function TypefaceDialog({ typeface, onClose }: { typeface: TypefaceRow; onClose: () => void }) {
  const { busy, fault, attempt } = useAttempt();
  const [title, setTitle] = useState(typeface.title);
  const [licence, setLicence] = useState(typeface.licence);
  const address = `/api/manage/typefaces/${typeface.hash}`;
  const save = () =>
    void attempt(async () => {
      await send('PUT', address, { title, licence }, anything);
      onClose();
    }, 'Saved');
  const remove = () =>
    void attempt(async () => {
      await send('DELETE', address, undefined, anything);
      onClose();
    }, 'The typeface is deleted');
  return (
    <AppDialog
      open
      size="lg"
      title={typeface.title}
      onClose={onClose}
      footer={
        <>
          {typeface.uses === 0 && (
            <Button variant="ghost" colorPalette="brick" mr="auto" disabled={busy} onClick={remove}>
              Delete it
            </Button>
          )}
          <Button loading={busy} onClick={save}>
            Save
          </Button>
        </>
      }
    >
      <Stack gap="4">
        <FaceSample face={typeface.face} aria-hidden fontSize="3xl" lineHeight="1.4" overflowWrap="anywhere">
          Aa Bb Cc Dd Ee Ff Gg Hh Ii Jj Kk Ll Mm Nn Oo Pp Qq Rr Ss Tt Uu Vv Ww Xx Yy Zz 0123456789 &amp; ß Æ Ø Ł
        </FaceSample>
        <TextField label="Name" maxLength={LONGEST_TYPEFACE} value={title} onChange={setTitle} />
        <TextArea
          label="Whose it is, and its licence"
          maxLength={LONGEST_LICENCE}
          rows={4}
          value={licence}
          onChange={setLicence}
        />
        <Text fontSize="sm" color="fg.muted">
          {typeface.uses === 0 ? 'Nothing has it.' : `On ${someOf(typeface.usedBy, typeface.uses)}.`}
        </Text>
        <FaultLine role="alert">{fault}</FaultLine>
      </Stack>
    </AppDialog>
  );
}
