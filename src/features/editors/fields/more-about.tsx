import { IconButton } from '@chakra-ui/react';
import { ChevronDown, ChevronUp } from 'lucide-react';

/** Unfolds the rest of what stands on a line, and folds it again. */
export function MoreAbout({ name, open, onOpen }: { name: string; open: boolean; onOpen: () => void }) {
  return (
    <IconButton
      aria-label={`${open ? 'Less' : 'More'} about ${name}`}
      aria-expanded={open}
      size="2xs"
      variant="ghost"
      colorPalette="ink"
      onClick={onOpen}
    >
      {open ? <ChevronUp size={14} /> : <ChevronDown size={14} />}
    </IconButton>
  );
}
