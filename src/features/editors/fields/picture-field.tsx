'use client';

import { Box, Button, HStack, IconButton, Image } from '@chakra-ui/react';
import { ImagePlus, Images, X } from 'lucide-react';
import { useRef, useState } from 'react';
import { PickPicture } from '@/features/kit/picture-pick';
import { useBusy } from '@/features/kit/shared';
import { FaultLine } from '@/ui/fault-line';
import { FileInput, PICTURE_FILES } from '@/ui/file-input';
import { uploadPicture } from './upload-picture';

interface Props {
  label: string;
  src: string | null;
  onChange: (src: string | null) => void;
}

/** One picture: uploaded, shown small, taken away. */
export function PictureField({ label, src, onChange }: Props) {
  const input = useRef<HTMLInputElement>(null);
  const { busy, fault, run } = useBusy();
  const [picking, setPicking] = useState(false);
  const take = (file: File | undefined) => {
    if (file) void run(async () => onChange(await uploadPicture(file)));
  };
  return (
    <Box>
      <FileInput ref={input} label={label} accept={PICTURE_FILES} onFiles={([file]) => take(file)} />
      <HStack gap="2">
        {src !== null && (
          <Image src={src} alt="" w="48px" h="36px" objectFit="cover" borderRadius="l1" borderWidth="1px" />
        )}
        <Button size="sm" variant="outline" colorPalette="ink" loading={busy} onClick={() => input.current?.click()}>
          <ImagePlus size={15} aria-hidden />{' '}
          {src === null ? label : `Another ${label.charAt(0).toLowerCase()}${label.slice(1)}`}
        </Button>
        <IconButton
          aria-label={`${label}: from the library`}
          title="From the library"
          size="sm"
          variant="ghost"
          colorPalette="ink"
          onClick={() => setPicking(true)}
        >
          <Images size={15} />
        </IconButton>
        {src !== null && (
          <Button
            size="sm"
            variant="ghost"
            colorPalette="brick"
            aria-label={`Remove: ${label}`}
            onClick={() => onChange(null)}
          >
            <X size={15} />
          </Button>
        )}
      </HStack>
      <FaultLine role="alert" mt="1">
        {fault}
      </FaultLine>
      {picking && (
        <PickPicture
          onClose={() => setPicking(false)}
          onPick={(picked) => {
            setPicking(false);
            onChange(picked);
          }}
        />
      )}
    </Box>
  );
}
