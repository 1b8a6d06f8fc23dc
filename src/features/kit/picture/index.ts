export { ComposedPicture, PictureNotes } from './composed-picture';
export { SvgPicture } from './svg-picture';
export { useLettering } from './use-lettering';
