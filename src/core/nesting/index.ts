export { MOST_NESTED, type NestedPiece, type NestedPieces, nest, type Nesting, type NestingSheet } from './nest';
