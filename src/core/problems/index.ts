export { type Fault, faultAt, type FaultCode, faultCodes, type FaultData, gravityOf, type Path } from './fault';
export {
  type Figure,
  type FigureOf,
  type HiddenName,
  type Instead,
  type Keyed,
  type Wanted,
  type WhyNotDay,
} from './named-things';
export { insteadOf, nearestAnswers, problem, type Problem, problemClass, type ProblemClass } from './problem';
export { type AnswerForm, type ProblemCode, type ProblemData } from './problem-data';
export { type ListFault, type ListFaultData } from './list-fault';
