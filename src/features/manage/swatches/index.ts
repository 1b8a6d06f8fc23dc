export { SwatchBook } from './swatch-book';
