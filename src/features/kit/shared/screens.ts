import { Boxes, Layers, type LucideIcon, PackageOpen, ReceiptText, Settings2, SwatchBook, Tags } from 'lucide-react';
import { type Need } from '@/core/people';

/** A screen of the manager's side. */
interface Screen {
  readonly title: string;
  /** the letter that leads there after G; null for none */
  readonly letter: string | null;
  /** how the rail shows it; absent for what it doesn't */
  readonly rail?: { readonly label: string; readonly icon: LucideIcon };
  /** the screen of the rail that it belongs to; absent for those of the rail, and for what stands alone */
  readonly under?: string;
  /** what it takes to change something there */
  readonly takes: Need;
}

/**
 * The screens of the manager's side, by their folder below `app/manage`, in the order of the rail. Rail, palette, keys
 * and tabs follow this one list.
 */
export const SCREENS = {
  products: { title: 'Products', letter: 'p', takes: 'catalog', rail: { label: 'Products', icon: PackageOpen } },
  sheets: { title: 'Sheets', letter: 's', takes: 'catalog', rail: { label: 'Sheets', icon: Layers } },
  swatches: { title: 'Swatch book', letter: 'w', takes: 'catalog', rail: { label: 'Swatches', icon: SwatchBook } },
  stock: { title: 'Stock', letter: 'k', takes: ['catalog', 'stock'], rail: { label: 'Stock', icon: Boxes } },
  receive: { title: 'Receive a delivery', letter: 'r', takes: 'stock', under: 'stock' },
  count: { title: 'Count stock', letter: 't', takes: 'stock', under: 'stock' },
  cutting: { title: 'Cutting', letter: 'c', takes: 'stock', under: 'stock' },
  'price-lists': { title: 'Price lists', letter: 'l', takes: 'catalog', rail: { label: 'Prices', icon: Tags } },
  codes: { title: 'Discount codes', letter: 'd', takes: 'catalog', under: 'price-lists' },
  orders: { title: 'Orders', letter: 'o', takes: 'look', rail: { label: 'Orders', icon: ReceiptText } },
  quantities: { title: 'Quantity rules', letter: 'q', takes: 'catalog' },
  proofs: { title: 'All proofs', letter: 'f', takes: 'look' },
  pictures: { title: 'Pictures', letter: 'i', takes: 'catalog' },
  typefaces: { title: 'Typefaces', letter: 'a', takes: 'catalog' },
  files: { title: 'Import and export', letter: 'x', takes: 'catalog' },
  bin: { title: 'Bin', letter: 'b', takes: ['catalog', 'stock'] },
  people: { title: 'People', letter: 'u', takes: 'owner' },
  log: { title: 'Log', letter: 'j', takes: 'look' },
  me: { title: 'You', letter: 'y', takes: 'look' },
  settings: { title: 'Settings', letter: 'e', takes: 'catalog', rail: { label: 'Settings', icon: Settings2 } },
} as const satisfies Record<string, Screen>;

export type ScreenName = keyof typeof SCREENS;

/** Where a screen is. */
export const hrefOf = (name: ScreenName): string => `/manage/${name}`;

const ALL: readonly (Screen & { readonly name: ScreenName })[] = Object.entries(SCREENS).map(([name, screen]) => ({
  ...screen,
  name: name as ScreenName,
}));

/** What the rail shows, each with the addresses at which it is where one is. */
export const RAIL = ALL.flatMap(({ name, rail }) =>
  rail ? [{ ...rail, href: hrefOf(name), within: tabsOf(name).map(({ href }) => href) }] : [],
);

/** Every screen, in the order of the rail. */
export const PAGES = ALL.map(({ name, title }) => ({ title, href: hrefOf(name) }));

/** A screen of the rail and those that belong to it, as tabs. */
export function tabsOf(
  name: ScreenName,
): readonly { readonly name: ScreenName; readonly href: string; readonly title: string }[] {
  return ALL.filter((screen) => screen.name === name || screen.under === name).map((screen) => ({
    name: screen.name,
    href: hrefOf(screen.name),
    title: screen.title,
  }));
}

/** Where the palette and the keys lead: every screen, what is begun most often, and the shop. */
export const PLACES: readonly { readonly title: string; readonly href: string; readonly letter: string | null }[] = [
  ...ALL.map(({ name, title, letter }) => ({ title, href: hrefOf(name), letter })),
  { title: 'Start a new product', href: '/manage/products?new', letter: 'n' },
  { title: 'To the shop', href: '/shop', letter: null },
];

/** What it takes to change something on the screen of an address; nothing where there is no such screen. */
export const takenAt = (path: string): Need => ALL.find(({ name }) => path.startsWith(hrefOf(name)))?.takes ?? 'look';
