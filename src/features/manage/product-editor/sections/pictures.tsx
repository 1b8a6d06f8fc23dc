'use client';

import { Box, Button, HStack, IconButton, Stack, Text } from '@chakra-ui/react';
import { Crosshair, ImagePlus, Images, Trash2 } from 'lucide-react';
import { type ReactNode, useRef, useState } from 'react';
import { type Picture } from '@/core/catalog';
import { Section, useEditing } from '@/features/editors/frame';
import { moveEntry, Sortable } from '@/ui/sortable';
import { uploadPicture } from '@/features/editors/fields';
import { PictureFocus } from './picture-focus';
import { PickPicture } from '@/features/kit/picture-pick';
import { wordsOf } from '@/features/kit/shared';
import { TextField } from '@/ui/field';
import { FileInput, PICTURE_FILES } from '@/ui/file-input';
import { FocusedPicture } from '@/ui/focused-picture';
import { EmptyPlace } from '@/ui/text';

/** The product's pictures; the first is the main one. */
export function Pictures() {
  const { product, change } = useEditing();
  const input = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState(false);
  const [fault, setFault] = useState<string>();
  const [picking, setPicking] = useState(false);
  const [focusing, setFocusing] = useState<string | null>(null);
  const put = (src: string) =>
    change(`picture ${src}`, (draft) => {
      if (!draft.pictures.some((picture) => picture.src === src))
        draft.pictures.push({ src, alt: product.title, focus: null });
    });

  const upload = async (files: readonly File[]) => {
    setBusy(true);
    setFault(undefined);
    for (const file of files) {
      try {
        const src = await uploadPicture(file);
        put(src);
      } catch (error) {
        setFault(`${file.name}: ${wordsOf(error)}`);
      }
    }
    setBusy(false);
  };

  const add = <AddPictures busy={busy} onPick={() => setPicking(true)} onUpload={() => input.current?.click()} />;
  const pick = (src: string) => {
    setPicking(false);
    put(src);
  };
  const focused = product.pictures.find(({ src }) => src === focusing);
  const entries = product.pictures.map((picture) => ({ ...picture, key: picture.src }));
  return (
    <Section
      title="Pictures"
      lead="The first is the main picture. PNG, JPEG, WebP or SVG, up to 8 MB."
      actions={product.pictures.length > 0 ? add : undefined}
    >
      <FileInput
        ref={input}
        label="Picture files"
        accept={PICTURE_FILES}
        multiple
        onFiles={(files) => void upload(files)}
      />
      {fault && (
        <Text color="brick.fg" role="alert">
          {fault}
        </Text>
      )}
      {focused && (
        <PictureFocus
          picture={focused}
          onChange={(focus) =>
            change(`focus ${focused.src}`, (draft) => {
              const target = draft.pictures.find(({ src }) => src === focused.src);
              if (target) target.focus = focus;
            })
          }
          onClose={() => setFocusing(null)}
        />
      )}
      {picking && <PickPicture onClose={() => setPicking(false)} onPick={pick} />}
      {entries.length === 0 && (
        <EmptyPlace title="No picture yet" action={add}>
          Customers look before they read.
        </EmptyPlace>
      )}
      <Stack gap="3">
        <Sortable
          entries={entries}
          nameOf={({ alt }) => alt || 'picture'}
          onMove={(from, to) => change(`move picture ${from} ${to}`, (draft) => moveEntry(draft.pictures, from, to))}
          render={(picture, index, handle) => (
            <PictureRow
              picture={picture}
              label={index === 0 ? 'Main picture, in words' : 'In words'}
              handle={handle}
              onWords={(value) =>
                change(`alt ${picture.key}`, (draft) => {
                  const target = draft.pictures[index];
                  if (target) target.alt = value;
                })
              }
              onFocus={() => setFocusing(picture.src)}
              onRemove={() => change(`remove picture ${picture.key}`, (draft) => void draft.pictures.splice(index, 1))}
            />
          )}
        />
      </Stack>
    </Section>
  );
}

interface RowProps {
  picture: Picture;
  label: string;
  handle: ReactNode;
  onWords: (words: string) => void;
  onFocus: () => void;
  onRemove: () => void;
}

function PictureRow({ picture, label, handle, onWords, onFocus, onRemove }: RowProps) {
  return (
    <HStack gap="3" p="2" mb="3" bg="bg.panel" borderWidth="1px" borderRadius="l2">
      {handle}
      <Box w="96px" h="72px" flexShrink={0} borderRadius="l1" overflow="hidden">
        <FocusedPicture picture={{ ...picture, alt: '' }} />
      </Box>
      <Box flex="1">
        <TextField
          label={label}
          value={picture.alt}
          maxLength={200}
          help="For those who can’t see it."
          onChange={onWords}
        />
      </Box>
      <IconButton
        aria-label="What stays in view"
        title="What stays in view where it is cut"
        variant="ghost"
        colorPalette={picture.focus ? 'copper' : 'ink'}
        size="sm"
        onClick={onFocus}
      >
        <Crosshair size={16} />
      </IconButton>
      <IconButton aria-label="Remove picture" variant="ghost" colorPalette="brick" size="sm" onClick={onRemove}>
        <Trash2 size={16} />
      </IconButton>
    </HStack>
  );
}

function AddPictures({ busy, onPick, onUpload }: { busy: boolean; onPick: () => void; onUpload: () => void }) {
  return (
    <HStack gap="2">
      <Button size="sm" variant="ghost" colorPalette="ink" onClick={onPick}>
        <Images size={16} aria-hidden /> From the library
      </Button>
      <Button size="sm" variant="outline" loading={busy} onClick={onUpload}>
        <ImagePlus size={16} aria-hidden /> Upload pictures
      </Button>
    </HStack>
  );
}
