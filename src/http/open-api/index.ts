export { apiDescription } from './description';
export {
  type ReadDescription,
  readableDescription,
  type ReadField,
  type ReadOperation,
  type TypePiece,
} from './readable';
