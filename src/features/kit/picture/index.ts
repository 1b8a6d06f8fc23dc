export { ComposedPicture, PictureNotes } from './composed-picture';
export { MovePictures } from './move-pictures';
export { ViewButtons } from './view-buttons';
