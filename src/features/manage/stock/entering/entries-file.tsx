'use client';

import { Button } from '@chakra-ui/react';
import { FileSpreadsheet } from 'lucide-react';
import { useRef } from 'react';
import { z } from 'zod';
import { send, useBusy, wordsOf } from '@/features/kit/shared';
import { FileInput } from '@/ui/file-input';
import { sayFailed } from '@/ui/toasts';

const textSchema = z.object({ text: z.string() });

/** Reads lines from a spreadsheet. @param onText takes them as they would be pasted */
export function EntriesFile({ onText }: { onText: (text: string) => void }) {
  const input = useRef<HTMLInputElement>(null);
  const { busy, run } = useBusy();
  const read = async (file: File) => {
    try {
      onText((await send('POST', '/api/manage/spreadsheets/text', file, textSchema)).text);
    } catch (error) {
      sayFailed(`${file.name} can’t be read`, wordsOf(error));
    }
  };
  return (
    <>
      <Button variant="outline" size="sm" loading={busy} onClick={() => input.current?.click()}>
        <FileSpreadsheet size={16} aria-hidden /> Open a spreadsheet
      </Button>
      <FileInput
        ref={input}
        label="Spreadsheet of lines"
        accept=".csv,.tsv,.txt,.xlsx"
        onFiles={([file]) => file && void run(() => read(file))}
      />
    </>
  );
}
