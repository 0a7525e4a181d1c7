import { JobError } from '@chromatype/core';

const wrong = (field: string): JobError =>
  new JobError(field, `"${field}" of this job file cannot be read; export the job again.`);

/** Readers of unknown JSON that name the field in every complaint. */
export const valid = {
  object(value: unknown, field: string): Record<string, unknown> {
    if (typeof value !== 'object' || value === null || Array.isArray(value)) throw wrong(field);
    return value as Record<string, unknown>;
  },
  list(value: unknown, field: string, most: number): readonly unknown[] {
    if (!Array.isArray(value) || value.length > most) throw wrong(field);
    return value;
  },
  number(value: unknown, field: string, min: number, max: number): number {
    if (typeof value !== 'number' || !(value >= min && value <= max)) throw wrong(field);
    return value;
  },
  text(value: unknown, field: string, form: RegExp, longest: number): string {
    if (typeof value !== 'string' || value.length > longest || !form.test(value)) throw wrong(field);
    return value;
  },
};
