export { problem, type Problem, problemClass, type ProblemClass, type ProblemCode, type ProblemData, type Where } from './problem';
