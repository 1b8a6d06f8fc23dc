export { FaceSample } from './face-sample';
