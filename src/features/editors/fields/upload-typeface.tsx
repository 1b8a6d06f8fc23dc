'use client';

import { Button, Text } from '@chakra-ui/react';
import { Upload } from 'lucide-react';
import { useRef, useState } from 'react';
import { z } from 'zod';
import { LONGEST_LICENCE } from '@/core/catalog';
import { ApiProblem, send, useBusy } from '@/features/kit/shared';
import { AppDialog } from '@/ui/dialog';
import { FaultLine } from '@/ui/fault-line';
import { TextField } from '@/ui/field';
import { FileInput } from '@/ui/file-input';
import { sayDone } from '@/ui/toasts';

const uploadedSchema = z.object({ face: z.string(), title: z.string() });

/** Font files, as they are offered to choose. */
const FONT_FILES = '.woff,.woff2,.ttf,.otf';

/** A button that takes the file of a typeface; where the file doesn't say whose it is, it is asked. */
export function UploadTypeface({ onUploaded }: { onUploaded: (face: string) => void }) {
  const input = useRef<HTMLInputElement>(null);
  const { busy, fault, setFault, run } = useBusy();
  const [asking, setAsking] = useState<File | null>(null);
  const [licence, setLicence] = useState('');
  const take = (file: File, said: string) =>
    void run(async () => {
      const asked = new URLSearchParams({ name: file.name, ...(said !== '' && { licence: said }) });
      try {
        const { face, title } = await send('POST', `/api/manage/typefaces?${asked}`, file, uploadedSchema);
        setAsking(null);
        sayDone(`“${title}” is there`);
        onUploaded(face);
      } catch (error) {
        const isAsked = error instanceof ApiProblem && error.code === 'licenceMissing' && said === '';
        if (!isAsked) throw error;
        setLicence('');
        setAsking(file);
      }
    });
  return (
    <>
      <FileInput
        ref={input}
        label="Upload a typeface"
        accept={FONT_FILES}
        onFiles={([file]) => {
          if (file) take(file, '');
        }}
      />
      <Button
        variant="outline"
        colorPalette="ink"
        loading={busy && asking === null}
        onClick={() => input.current?.click()}
      >
        <Upload size={15} aria-hidden /> Upload a typeface
      </Button>
      {asking === null && <FaultLine role="alert">{fault}</FaultLine>}
      <AppDialog
        open={asking !== null}
        title="Whose typeface is it?"
        onClose={() => {
          setAsking(null);
          setFault(undefined);
        }}
        footer={
          <Button
            loading={busy}
            disabled={licence.trim() === ''}
            onClick={() => asking !== null && take(asking, licence.trim())}
          >
            Upload it
          </Button>
        }
      >
        <Text mb="3">
          “{asking?.name}” doesn’t say whose it is. What you write here stays with it, wherever the catalog goes.
        </Text>
        <TextField
          label="Whose it is, and its licence"
          placeholder="© 2026 Elder & Vane, licence for shop and workshop, no. 1182"
          maxLength={LONGEST_LICENCE}
          value={licence}
          fault={asking === null ? undefined : fault}
          onChange={setLicence}
        />
      </AppDialog>
    </>
  );
}
