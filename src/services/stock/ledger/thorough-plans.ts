import {
  type CutPlan,
  type CutPlanner,
  isSettled,
  planCuts,
  planRead,
  QUICK,
  taskWritten,
  type WrittenTask,
} from '../../../core/stock';
import { type Queries } from '../../../data/database';
import { inBackground } from '../../background/pool';
import { type Services } from '../../context';
import { Refusal } from '../../refusal';

/** So many plans are looked for before a write goes on with quick ones: lots may change again and again meanwhile. */
const MOST_ROUNDS = 12;

/** A plan that is worth looking for longer, which nobody can do who keeps all others from writing. */
class PlanFirst extends Error {
  constructor(readonly task: WrittenTask) {
    super('a cutting plan is looked for first');
  }
}

const nameOf = (task: WrittenTask): string => JSON.stringify(task);

/** Looks for a plan in a thread. @returns null where it takes too long */
async function lookFor(task: WrittenTask): Promise<((stock: Parameters<CutPlanner>[0]) => CutPlan) | null> {
  try {
    const written = await inBackground('cutting', task, 'This cutting plan');
    return (stock) => planRead(stock, written);
  } catch (error) {
    if (error instanceof Refusal) return null;
    throw error;
  }
}

/**
 * Writes something that cuts are planned for, thoroughly. Plans that take long are looked for in threads while nothing
 * is held: then the write begins again, and finds them.
 *
 * @param work is done again from the beginning after each plan; nothing of what it has done before is left
 */
export async function writePlanning<T>(
  { database }: Pick<Services, 'database'>,
  work: (transaction: Queries, planner: CutPlanner) => Promise<T>,
): Promise<T> {
  const known = new Map<string, Awaited<ReturnType<typeof lookFor>>>();
  for (;;) {
    const planner: CutPlanner = (stock, pieces) => {
      const quick = planCuts(stock, pieces, QUICK);
      if (isSettled(quick)) return quick;
      const task = taskWritten(stock, pieces);
      const name = nameOf(task);
      if (!known.has(name) && known.size < MOST_ROUNDS) throw new PlanFirst(task);
      return known.get(name)?.(stock) ?? quick;
    };
    try {
      return await database.write((transaction) => work(transaction, planner));
    } catch (error) {
      if (!(error instanceof PlanFirst)) throw error;
      known.set(nameOf(error.task), await lookFor(error.task));
    }
  }
}
