export { PictureLibrary } from './picture-library';
