export { ManagerFrame } from './rail';
