'use client';

import createCache, { type EmotionCache } from '@emotion/cache';
import { CacheProvider } from '@emotion/react';
import { useServerInsertedHTML } from 'next/navigation';
import { type ReactNode, useState } from 'react';

interface Inserted {
  readonly name: string;
  readonly isGlobal: boolean;
}

/** A cache of styles that remembers what has been added since it was last asked. */
function listeningCache(): { cache: EmotionCache; takeInserted: () => Inserted[] } {
  const cache = createCache({ key: 'css' });
  cache.compat = true;
  let inserted: Inserted[] = [];
  const insert = cache.insert;
  cache.insert = (selector, serialized, ...rest) => {
    if (cache.inserted[serialized.name] === undefined)
      inserted.push({ name: serialized.name, isGlobal: selector === '' });
    return insert(selector, serialized, ...rest);
  };
  return {
    cache,
    takeInserted() {
      const taken = inserted;
      inserted = [];
      return taken;
    },
  };
}

/**
 * Puts the styles of what the server draws into the head of the page. Left to itself the style library writes them
 * between the elements, which the browser then takes for a difference and draws the whole page anew.
 */
export function StyleRegistry({ children }: { children: ReactNode }) {
  const [{ cache, takeInserted }] = useState(listeningCache);
  useServerInsertedHTML(() => {
    const styleOf = ({ name }: Inserted) => {
      const style = cache.inserted[name];
      return typeof style === 'string' ? style : '';
    };
    const inserted = takeInserted();
    const local = inserted.filter(({ isGlobal }) => !isGlobal);
    return (
      <>
        {inserted
          .filter(({ isGlobal }) => isGlobal)
          .map((style) => (
            <style
              key={style.name}
              data-emotion={`${cache.key}-global ${style.name}`}
              dangerouslySetInnerHTML={{ __html: styleOf(style) }}
            />
          ))}
        {local.length > 0 && (
          <style
            data-emotion={`${cache.key} ${local.map(({ name }) => name).join(' ')}`}
            dangerouslySetInnerHTML={{ __html: local.map(styleOf).join('') }}
          />
        )}
      </>
    );
  });
  return <CacheProvider value={cache}>{children}</CacheProvider>;
}
