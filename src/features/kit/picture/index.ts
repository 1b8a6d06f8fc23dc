export { ComposedPicture, PictureNotes } from './composed-picture';
export { ViewButtons } from './view-buttons';
