/** Where the manager's side leads, with the letter that leads there after G. */
export const PLACES = [
  { title: 'Products', href: '/manage/products', letter: 'p' },
  { title: 'Start a new product', href: '/manage/products?new', letter: 'n' },
  { title: 'Sheets', href: '/manage/sheets', letter: 's' },
  { title: 'Swatch book', href: '/manage/swatches', letter: 'w' },
  { title: 'Stock', href: '/manage/stock', letter: 'k' },
  { title: 'Price lists', href: '/manage/price-lists', letter: 'l' },
  { title: 'Discount codes', href: '/manage/codes', letter: 'd' },
  { title: 'Orders', href: '/manage/orders', letter: 'o' },
  { title: 'Quantity rules', href: '/manage/quantities', letter: 'q' },
  { title: 'All proofs', href: '/manage/proofs', letter: 'f' },
  { title: 'Pictures', href: '/manage/pictures', letter: 'i' },
  { title: 'Bin', href: '/manage/bin', letter: 'b' },
  { title: 'Settings', href: '/manage/settings', letter: 'e' },
  { title: 'To the shop', href: '/shop', letter: null },
] as const;
