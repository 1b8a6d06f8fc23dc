export { PickPicture } from './lazy';
export { pictureName, PictureTiles } from './picture-tiles';
