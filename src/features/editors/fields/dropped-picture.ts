'use client';

import { type DOMAttributes, type DragEvent, useState } from 'react';
import { useBusy } from '@/features/kit/shared';
import { uploadPicture } from './upload-picture';

interface DropPlace {
  /** whether a file is held over it */
  readonly isOver: boolean;
  /** what makes a box a place to drop files */
  readonly place: Pick<DOMAttributes<HTMLElement>, 'onDragOver' | 'onDragLeave' | 'onDrop'>;
}

const hasFile = ({ dataTransfer }: DragEvent) => dataTransfer.types.includes('Files');

/** Takes files that are dropped on a box; what else is dragged over it is left alone. */
export function useDropped(onFiles: (files: readonly File[]) => void): DropPlace {
  const [isOver, setOver] = useState(false);
  return {
    isOver,
    place: {
      onDragOver(event) {
        if (!hasFile(event)) return;
        event.preventDefault();
        setOver(true);
      },
      onDragLeave: () => setOver(false),
      onDrop(event) {
        if (!hasFile(event)) return;
        event.preventDefault();
        setOver(false);
        onFiles([...event.dataTransfer.files]);
      },
    },
  };
}

/** Takes a picture that is dropped on a box: it is kept on the server, and told. `isOver` until it is there. */
export function useDroppedPicture(
  onPicture: (src: string) => void,
): DropPlace & { readonly fault: string | undefined } {
  const { busy, fault, run } = useBusy();
  const { isOver, place } = useDropped(([file]) => {
    if (file) void run(async () => onPicture(await uploadPicture(file)));
  });
  return { isOver: isOver || busy, fault, place };
}
