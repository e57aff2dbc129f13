import { CribError, type Problem } from '@crib/core/error';

/** An error that tells more than its problems. */
export class WithDetails extends CribError {
  constructor(
    first: Problem,
    readonly extra: Readonly<Record<string, unknown>>,
  ) {
    super(first);
  }
}
