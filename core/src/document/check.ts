import { cut } from '../settings/cut.ts';

/** A job document that cannot be used: `field` names where, the message says what is wrong and what to do. */
export class JobError extends Error {
  readonly field: string;
  constructor(field: string, message: string) {
    super(message);
    this.name = 'JobError';
    this.field = field;
  }
}

type Fields = Record<string, unknown>;

/** A value as a message repeats it. */
const shown = (value: unknown): string =>
  typeof value === 'string' ? `"${cut(value)}"` : cut(JSON.stringify(value) ?? 'missing');

/** Readers of unknown JSON that name the field in every complaint. */
export const check = {
  object(value: unknown, field: string): Fields {
    if (typeof value !== 'object' || value === null || Array.isArray(value)) {
      throw new JobError(field, `"${field}" must be a group of fields.`);
    }
    return value as Fields;
  },
  list(value: unknown, field: string, most: number): readonly unknown[] {
    if (!Array.isArray(value)) throw new JobError(field, `"${field}" must be a list.`);
    if (value.length > most)
      throw new JobError(field, `"${field}" holds ${value.length} entries; at most ${most} are allowed.`);
    return value;
  },
  number(value: unknown, field: string, limit: { min: number; max: number }): number {
    if (typeof value !== 'number' || !Number.isFinite(value)) throw new JobError(field, `"${field}" must be a number.`);
    if (value < limit.min || value > limit.max) {
      throw new JobError(field, `"${field}" is ${value}; it must lie between ${limit.min} and ${limit.max}.`);
    }
    return value;
  },
  text(value: unknown, field: string, longest = 200): string {
    if (typeof value !== 'string') throw new JobError(field, `"${field}" must be text.`);
    if (value.length > longest) throw new JobError(field, `"${field}" is longer than ${longest} characters.`);
    return value;
  },
  flag(value: unknown, field: string): boolean {
    if (typeof value !== 'boolean') throw new JobError(field, `"${field}" must be true or false.`);
    return value;
  },
  oneOf<T extends string>(value: unknown, field: string, names: readonly T[]): T {
    if (!names.includes(value as T)) {
      throw new JobError(field, `"${field}" is ${shown(value)}; it must be one of ${names.join(', ')}.`);
    }
    return value as T;
  },
  colour(value: unknown, field: string): string {
    if (typeof value !== 'string' || !/^#[0-9a-f]{6}$/i.test(value)) {
      throw new JobError(field, `"${field}" must be a colour such as #1d3f72.`);
    }
    return value.toLowerCase();
  },
  only(fields: Fields, field: string, names: readonly string[]): void {
    for (const name of Object.keys(fields)) {
      const full = field ? `${field}.${cut(name)}` : cut(name);
      if (!names.includes(name)) throw new JobError(full, `"${full}" is not a field of a job.`);
    }
  },
};
