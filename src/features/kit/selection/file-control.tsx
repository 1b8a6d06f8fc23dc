'use client';

import { Box, Button, chakra, HStack, Stack, Text } from '@chakra-ui/react';
import { Paperclip, X } from 'lucide-react';
import { useRef, useState } from 'react';
import { type Choice, drawnFileTypes, fileTypes, type UploadedFile } from '@/core/catalog';
import { answerPlaced, fileAnswer, type FilePlace, filesInAnswer, type NamedFile, UNMOVED } from '@/core/selection';
import { amountWords, fileSizeWords, fileTypeWords } from '@/core/words';
import { wordsOf } from '@/features/kit/shared';
import { FaultLine } from '@/ui/fault-line';
import { type ControlProps } from './control';
import { FilePlaceFields } from './file-place';
import { noteGivenPicture, pictureOf } from './given-pictures';
import { Hint } from './typed-controls';

/** Files, uploaded as soon as they are given. A refused one is said, with what would be right. */
export function FileControl({
  choice,
  id,
  answer,
  currency,
  page,
  onAnswer,
}: ControlProps<Extract<Choice, { kind: 'file' }>>) {
  const input = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState(false);
  const [refused, setRefused] = useState<readonly string[]>([]);
  const named = filesInAnswer(answer) ?? [];
  const give = (files: readonly NamedFile[]) => onAnswer(files.length === 0 ? null : files.map(fileAnswer));
  const take = async (files: readonly File[]) => {
    setBusy(true);
    const taken = [...named];
    const faults: string[] = [];
    for (const file of files) {
      try {
        const token = await page.upload(choice, file);
        seeFile(token, file);
        if (!taken.some((one) => one.token === token)) taken.push({ token, place: null });
      } catch (error) {
        faults.push(wordsOf(error));
      }
    }
    setBusy(false);
    setRefused(faults);
    if (taken.length !== named.length) give(taken);
  };
  return (
    <Box>
      <GivenFiles
        choice={choice}
        named={named}
        files={page.files}
        onRemove={(token) => give(named.filter((one) => one.token !== token))}
        onPlace={(token, place) => onAnswer(answerPlaced(answer, token, place))}
      />
      {named.length < choice.most && (
        <>
          <chakra.input
            ref={input}
            id={id}
            type="file"
            aria-labelledby={`${id}-label`}
            srOnly
            tabIndex={-1}
            multiple={choice.most > 1}
            accept={choice.types.map((type) => `.${fileTypes[type].extension}`).join(',')}
            onChange={(event) => {
              void take([...(event.target.files ?? [])]);
              event.target.value = '';
            }}
          />
          <Button
            variant="outline"
            colorPalette="ink"
            size="sm"
            mt={named.length > 0 ? '1.5' : '0'}
            loading={busy}
            onClick={() => input.current?.click()}
          >
            <Paperclip size={15} aria-hidden />{' '}
            {named.length > 0 ? 'Add another file' : choice.most > 1 ? 'Choose files' : 'Choose a file'}
          </Button>
        </>
      )}
      <Hint
        parts={[
          fileTypeWords(choice.types),
          `up to ${fileSizeWords(choice.largest)}${choice.most > 1 ? ' each' : ''}`,
          choice.most > 1
            ? `${choice.least === choice.most ? choice.most : `${choice.least} to ${choice.most}`} files`
            : '',
          amountWords(choice.amount, currency),
        ]}
      />
      {refused.map((words) => (
        <FaultLine key={words} role="alert" mt="1">
          {words}
        </FaultLine>
      ))}
    </Box>
  );
}

/** The files that have been given, each with how it lies where that can be changed. */
function GivenFiles({
  choice,
  named,
  files,
  onRemove,
  onPlace,
}: {
  choice: Extract<Choice, { kind: 'file' }>;
  named: readonly NamedFile[];
  files: ReadonlyMap<string, UploadedFile>;
  onRemove: (token: string) => void;
  onPlace: (token: string, place: FilePlace) => void;
}) {
  return (
    <Stack gap="1">
      {named.map(({ token, place }) => {
        const file = files.get(token);
        const picture = pictureOf(token, file?.type);
        return (
          <Box key={token}>
            <GivenFile file={file} picture={picture ?? undefined} onRemove={() => onRemove(token)} />
            {choice.moved && picture !== null && (
              <FilePlaceFields
                name={file?.name ?? 'the picture'}
                place={place ?? UNMOVED}
                onChange={(next) => onPlace(token, next)}
              />
            )}
          </Box>
        );
      })}
    </Stack>
  );
}

/** Kinds of file that this browser draws. */
const DRAWN: ReadonlySet<string> = new Set([...drawnFileTypes].map((type) => fileTypes[type].media));

/** Notes a picture that was given, so that it is seen small, and on the product’s own picture. */
function seeFile(token: string, file: File): void {
  if (DRAWN.has(file.type)) noteGivenPicture(token, URL.createObjectURL(file));
}

/**
 * A file that has been given.
 *
 * @param file undefined where nothing is known of it any more
 * @param picture where it is to be seen; absent where it can't be drawn
 */
function GivenFile({ file, picture, onRemove }: { file?: UploadedFile; picture?: string; onRemove: () => void }) {
  const [size, setSize] = useState('');
  return (
    <HStack
      gap="2.5"
      fontSize="sm"
      bg="bg.panel"
      borderWidth="1px"
      borderColor="border"
      borderRadius="l2"
      px="2.5"
      py="1.5"
    >
      {picture === undefined ? (
        <Paperclip size={14} aria-hidden />
      ) : (
        <chakra.img
          src={picture}
          alt=""
          w="56px"
          h="56px"
          objectFit="contain"
          bg="bg.subtle"
          borderRadius="l1"
          onLoad={({ currentTarget: { naturalWidth, naturalHeight } }) =>
            setSize(naturalWidth > 0 ? `${naturalWidth} × ${naturalHeight} pixels` : '')
          }
        />
      )}
      <Box flex="1" minW="0">
        <Text truncate>{file?.name ?? 'a file'}</Text>
        <Text color="fg.muted" fontSize="xs">
          {[file && fileSizeWords(file.size), size].filter(Boolean).join(', ')}
        </Text>
      </Box>
      <chakra.button
        type="button"
        aria-label={`Remove ${file?.name ?? 'the file'}`}
        cursor="pointer"
        p="1"
        onClick={onRemove}
      >
        <X size={14} />
      </chakra.button>
    </HStack>
  );
}
