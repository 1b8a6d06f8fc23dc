import { rgbOf } from '@/core/colour';

interface Coloured {
  readonly colours: readonly string[];
  readonly texture?: string | null;
}

/**
 * One to three colours side by side, or a texture, as a background; a hatching where there is neither. Who has colours
 * of their own forced on every page still sees these: they are what is chosen.
 */
export function swatchBackground({ colours, texture = null }: Coloured): {
  background: string;
  backgroundSize?: string;
  forcedColorAdjust: 'none';
} {
  const forcedColorAdjust = 'none';
  if (texture !== null)
    return {
      forcedColorAdjust,
      background: `url("${encodeURI(texture).replaceAll('"', '%22')}") center`,
      backgroundSize: 'cover',
    };
  const sound = colours.filter((colour) => rgbOf(colour) !== null);
  const share = 100 / Math.max(1, sound.length);
  const stops = sound.map((colour, index) => `${colour} ${index * share}% ${(index + 1) * share}%`);
  return {
    forcedColorAdjust,
    background:
      stops.length > 0
        ? `linear-gradient(115deg, ${stops.join(', ')})`
        : 'repeating-linear-gradient(45deg, #ccc 0 4px, #fff 4px 8px)',
  };
}
