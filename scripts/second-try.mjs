// Tells, for whoever reads the end of a long log, which tests held only when they were tried again, and what went wrong
// before: a test that does so now and then is to be mended, like any other.
import { appendFileSync } from 'node:fs';

/** Where they are noted; nowhere where it is not said. */
const path = process.env.SECOND_TRIES;

export default class SecondTry {
  onTestCaseResult(test) {
    if (!path || !test.diagnostic()?.flaky) return;
    const [error] = test.result().errors ?? [];
    appendFileSync(
      path,
      `${test.module.relativeModuleId}: ${test.fullName}\n  ${(error?.message ?? '').slice(0, 1500)}\n`,
    );
  }
}
