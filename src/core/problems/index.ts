export { problem, type Problem, problemClass, type ProblemClass, type Where } from './problem';
export { type ProblemCode, type ProblemData } from './problem-data';
