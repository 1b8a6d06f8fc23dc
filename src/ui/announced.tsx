'use client';

import { chakra } from '@chakra-ui/react';
import { useEffect, useRef, useState } from 'react';

/** So long something must stay as it is before it is told, in milliseconds: not at every key. */
const PAUSE = 900;

/** Tells those who listen what something has become, once it stays so; what it is at first they read themselves. */
export function Announced({ text }: { text: string }) {
  const [said, setSaid] = useState('');
  const known = useRef(text);
  useEffect(() => {
    const timer = setTimeout(() => {
      if (known.current === text) return;
      known.current = text;
      setSaid(text);
    }, PAUSE);
    return () => clearTimeout(timer);
  }, [text]);
  return (
    <chakra.span srOnly role="status">
      {said}
    </chakra.span>
  );
}
