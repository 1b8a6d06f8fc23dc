import { type CandidateProgram } from '../../compile';

/** How a product in a number is called among what a part of a kit can’t be. */
export const wayName = ({ product }: Pick<CandidateProgram, 'product'>, count: number): string => `${product} ${count}`;
