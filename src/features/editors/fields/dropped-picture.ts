'use client';

import { type DOMAttributes, type DragEvent, useState } from 'react';
import { useBusy } from '@/features/kit/shared';
import { uploadPicture } from './upload-picture';

interface DroppedPicture {
  /** whether a file is held over it, or on its way to the server */
  readonly isOver: boolean;
  readonly fault: string | undefined;
  /** what makes a box a place to drop a picture */
  readonly place: Pick<DOMAttributes<HTMLElement>, 'onDragOver' | 'onDragLeave' | 'onDrop'>;
}

/** Takes a picture that is dropped on a box: it is kept on the server, and told. */
export function useDroppedPicture(onPicture: (src: string) => void): DroppedPicture {
  const { busy, fault, run } = useBusy();
  const [held, setHeld] = useState(false);
  const hasFile = ({ dataTransfer }: DragEvent) => dataTransfer.types.includes('Files');
  return {
    isOver: held || busy,
    fault,
    place: {
      onDragOver(event) {
        if (!hasFile(event)) return;
        event.preventDefault();
        setHeld(true);
      },
      onDragLeave: () => setHeld(false),
      onDrop(event) {
        if (!hasFile(event)) return;
        event.preventDefault();
        setHeld(false);
        const [file] = event.dataTransfer.files;
        if (file) void run(async () => onPicture(await uploadPicture(file)));
      },
    },
  };
}
