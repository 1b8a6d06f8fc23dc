export { TypefaceLibrary } from './typeface-library';
