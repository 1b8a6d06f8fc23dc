export { FilesPage } from './files-page';
