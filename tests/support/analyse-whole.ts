import { analyse, type Analysis, type AnalysisLimits, USUAL_LIMITS } from '@/core/analysis';
import { type Program } from '@/core/compile';

/** Runs all stages of an analysis. */
export function analyseWhole(program: Program, today: string, limits: AnalysisLimits = USUAL_LIMITS): Analysis {
  const running = analyse(program, today, limits);
  for (;;) {
    const step = running.next();
    if (step.done) return step.value;
  }
}
