export { FaceSample } from './face-sample';
export { useFontFaces } from './use-font-faces';
