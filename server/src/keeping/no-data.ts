import { FailedError } from '../cli/failed-error.ts';

/** A data folder or a backup that does not hold what is needed. */
export class NoData extends FailedError {}
