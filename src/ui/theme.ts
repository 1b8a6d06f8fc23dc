import { createSystem, defineConfig } from '@chakra-ui/react';
import { looks } from './looks';

const oak = {
  50: '#faf5ec',
  100: '#f1e7d5',
  200: '#e2d0b0',
  300: '#cfb386',
  400: '#b8945c',
  500: '#9c763f',
  600: '#7f5d2f',
  700: '#634726',
  800: '#46331e',
  900: '#2f2317',
  950: '#1e160f',
};
const lichen = {
  50: '#f1f5ec',
  100: '#dfe8d4',
  200: '#c2d2b0',
  300: '#9fb787',
  400: '#7c9a63',
  500: '#607e49',
  600: '#4b6539',
  700: '#3c502f',
  800: '#2e3d25',
  900: '#222d1c',
  950: '#161d12',
};
const copper = {
  50: '#fcf1ea',
  100: '#f7ddcd',
  200: '#edbb9c',
  300: '#df946a',
  400: '#cb7344',
  500: '#b05a2e',
  600: '#944723',
  700: '#76381d',
  800: '#572a18',
  900: '#3c1e12',
  950: '#27130b',
};
const brick = {
  50: '#fbeeec',
  100: '#f6d9d5',
  200: '#ebb0a9',
  300: '#dc8178',
  400: '#c9584d',
  500: '#ad3d33',
  600: '#8f2f27',
  700: '#712620',
  800: '#531d19',
  900: '#381512',
  950: '#240d0b',
};
const ink = {
  50: '#f5f3ef',
  100: '#e7e3db',
  200: '#cdc6b9',
  300: '#aca392',
  400: '#877d6c',
  500: '#6b6254',
  600: '#544c41',
  700: '#403a32',
  800: '#2d2924',
  900: '#1f1c19',
  950: '#151311',
};

const shades = (scale: Record<string, string>) =>
  Object.fromEntries(Object.entries(scale).map(([shade, value]) => [shade, { value }]));
const pair = (light: string, dark: string) => ({ value: { _light: light, _dark: dark } });

/** The roles a palette plays, so that a component can be told a palette and nothing else. */
const roles = (name: string) => ({
  solid: pair(`{colors.${name}.600}`, `{colors.${name}.400}`),
  contrast: pair('#ffffff', `{colors.${name}.950}`),
  fg: pair(`{colors.${name}.700}`, `{colors.${name}.200}`),
  subtle: pair(`{colors.${name}.50}`, `{colors.${name}.900}`),
  muted: pair(`{colors.${name}.100}`, `{colors.${name}.800}`),
  emphasized: pair(`{colors.${name}.200}`, `{colors.${name}.700}`),
  focusRing: pair(`{colors.${name}.500}`, `{colors.${name}.300}`),
  border: pair(`{colors.${name}.300}`, `{colors.${name}.700}`),
});

/** Paper, ink, oak, lichen and copper: the look of the whole product. */
export const system = createSystem(
  looks,
  defineConfig({
    globalCss: {
      html: { colorPalette: 'copper' },
      body: { bg: 'bg', color: 'fg', fontFamily: 'body', lineHeight: 1.5 },
      'h1, h2, h3, h4': { fontFamily: 'heading', fontWeight: 600, letterSpacing: '-0.01em' },
      '*:focus-visible': { outline: '2px solid', outlineColor: 'copper.focusRing', outlineOffset: '2px' },
      '::selection': { bg: 'copper.muted' },
      // Where colours are forced on the page, those that say what is chosen are gone.
      'label:has(> input:checked), [data-part=item][data-state=checked], [aria-current=page], [aria-current=true], [role=option][aria-selected=true]':
        { '@media (forced-colors: active)': { outline: '3px solid Highlight', outlineOffset: '-3px' } },
    },
    theme: {
      tokens: {
        colors: {
          oak: shades(oak),
          lichen: shades(lichen),
          copper: shades(copper),
          brick: shades(brick),
          ink: shades(ink),
        },
        fonts: {
          heading: { value: "'Fraunces Variable', Georgia, serif" },
          body: { value: "'Source Sans 3 Variable', 'Segoe UI', system-ui, sans-serif" },
          mono: { value: "'IBM Plex Mono', Consolas, monospace" },
        },
        radii: { l1: { value: '3px' }, l2: { value: '5px' }, l3: { value: '8px' } },
      },
      semanticTokens: {
        colors: {
          oak: roles('oak'),
          lichen: roles('lichen'),
          copper: roles('copper'),
          brick: roles('brick'),
          ink: roles('ink'),
          bg: {
            DEFAULT: pair('#f7f1e5', '#1a1613'),
            subtle: pair('#f1e9d9', '#221d19'),
            muted: pair('#e9dfca', '#2c2620'),
            emphasized: pair('#ddcfb3', '#3b332b'),
            panel: pair('#fffdf8', '#241f1a'),
          },
          fg: {
            DEFAULT: pair('{colors.ink.900}', '{colors.ink.100}'),
            muted: pair('{colors.ink.600}', '{colors.ink.200}'),
            subtle: pair('{colors.ink.500}', '{colors.ink.300}'),
          },
          border: {
            DEFAULT: pair('#d9cbb0', '#42392f'),
            muted: pair('#e7dcc6', '#332c25'),
            emphasized: pair('#a8936c', '#7a6a54'),
          },
        },
      },
    },
  }),
);
