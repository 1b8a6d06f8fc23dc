export { CuttingPage } from './cutting-page';
