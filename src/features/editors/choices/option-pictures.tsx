'use client';

import { Box, Button, HStack, IconButton, Image, Text, Wrap } from '@chakra-ui/react';
import { ImagePlus, X } from 'lucide-react';
import { useRef, useState } from 'react';
import { type OptionsChoice } from '@/core/catalog';
import { counted } from '@/core/words';
import { uploadPicture, useDropped } from '@/features/editors/fields';
import { wordsOf } from '@/features/kit/shared';
import { FaultLine } from '@/ui/fault-line';
import { FileInput, PICTURE_FILES } from '@/ui/file-input';
import { PickField } from '@/ui/search-field';
import { sayDone } from '@/ui/toasts';
import { type EditOptionsChoice } from './options';
import { optionsByName } from './pictures-by-name';
import { showPicture } from './show-picture';

interface Unplaced {
  readonly name: string;
  readonly src: string;
}

/**
 * Pictures of many options at once, dropped or chosen: they find their options by name, and the rest is told which it
 * is of.
 */
export function OptionPictures({ choice, edit }: { choice: OptionsChoice; edit: EditOptionsChoice }) {
  const input = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState(false);
  const [faults, setFaults] = useState<readonly string[]>([]);
  const [unplaced, setUnplaced] = useState<readonly Unplaced[]>([]);
  const give = (placed: readonly { readonly key: string; readonly src: string }[]) =>
    edit(`pictures of ${placed.map(({ key }) => key).join(' ')}`, (draft) => {
      for (const { key, src } of placed) {
        const option = draft.options.find((candidate) => candidate.key === key);
        if (option) showPicture(draft, option, src);
      }
    });
  const take = async (files: readonly File[]) => {
    if (files.length === 0) return;
    setBusy(true);
    setFaults([]);
    const keys = optionsByName(
      files.map(({ name }) => name),
      choice.options,
    );
    const placed: { key: string; src: string }[] = [];
    const rest: Unplaced[] = [];
    const wrong: string[] = [];
    for (const [position, file] of files.entries()) {
      try {
        const src = await uploadPicture(file);
        const key = keys[position];
        if (key) placed.push({ key, src });
        else rest.push({ name: file.name, src });
      } catch (error) {
        wrong.push(`${file.name}: ${wordsOf(error)}`);
      }
    }
    if (placed.length > 0) {
      give(placed);
      sayDone(`${counted(placed.length, 'picture')} found ${placed.length === 1 ? 'its option' : 'their options'}`);
    }
    setUnplaced((before) => [...before, ...rest]);
    setFaults(wrong);
    setBusy(false);
  };
  const { isOver, place: drop } = useDropped((files) => void take(files));
  const place = (picture: Unplaced, key: string) => {
    give([{ key, src: picture.src }]);
    setUnplaced((all) => all.filter((other) => other !== picture));
  };
  const leave = (picture: Unplaced) => setUnplaced((all) => all.filter((other) => other !== picture));
  return (
    <Box
      mt="3"
      p="2"
      borderWidth="1px"
      borderStyle="dashed"
      borderColor={isOver ? 'copper.solid' : 'border'}
      borderRadius="l2"
      {...drop}
    >
      <FileInput
        ref={input}
        label="Pictures of options"
        accept={PICTURE_FILES}
        multiple
        onFiles={(files) => void take(files)}
      />
      <HStack gap="3" fontSize="sm">
        <Button size="xs" variant="outline" colorPalette="ink" loading={busy} onClick={() => input.current?.click()}>
          <ImagePlus size={14} aria-hidden /> Pictures …
        </Button>
        <Text color="fg.muted">
          Drop pictures here: a file named like an option goes to it. Or drop one on its option.
        </Text>
      </HStack>
      {faults.map((fault) => (
        <FaultLine key={fault} role="alert" mt="1">
          {fault}
        </FaultLine>
      ))}
      {unplaced.length > 0 && <Unplacable pictures={unplaced} choice={choice} onPlace={place} onLeave={leave} />}
    </Box>
  );
}

/** Pictures that found no option: it is told which each is of. */
function Unplacable({
  pictures,
  choice,
  onPlace,
  onLeave,
}: {
  pictures: readonly Unplaced[];
  choice: OptionsChoice;
  onPlace: (picture: Unplaced, key: string) => void;
  onLeave: (picture: Unplaced) => void;
}) {
  const findings = choice.options.map(({ key, title, picture }) => ({
    value: key,
    label: title,
    hint: picture === null ? '' : 'has one',
  }));
  return (
    <Wrap gap="3" mt="2" role="list" aria-label="Pictures without an option">
      {pictures.map((picture) => (
        <HStack key={picture.src} role="listitem" gap="2" borderWidth="1px" borderRadius="l2" p="1.5" bg="bg.panel">
          <Image src={picture.src} alt="" w="44px" h="34px" objectFit="cover" borderRadius="l1" />
          <Text fontSize="xs" maxW="120px" truncate title={picture.name}>
            {picture.name}
          </Text>
          <PickField
            small
            hideLabel
            label={`${picture.name} is of`}
            width="150px"
            placeholder="is of …"
            picked=""
            findings={findings}
            mayBeNothing={false}
            onPick={(key) => onPlace(picture, key)}
          />
          <IconButton
            aria-label={`Leave out ${picture.name}`}
            size="2xs"
            variant="ghost"
            colorPalette="brick"
            onClick={() => onLeave(picture)}
          >
            <X size={13} />
          </IconButton>
        </HStack>
      ))}
    </Wrap>
  );
}
