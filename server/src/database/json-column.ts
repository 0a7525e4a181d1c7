import type { ColumnOptions } from 'typeorm';

/** The value of a JSON text; null where it is none. */
function parsed(text: string | null): unknown {
  try {
    return text === null ? null : JSON.parse(text);
  } catch {
    return null;
  }
}

/** A column of JSON. A text that cannot be read is null, so that one damaged row does not hide the others. */
export const JSON_COLUMN: ColumnOptions = {
  type: 'text',
  transformer: { to: (value: unknown) => JSON.stringify(value), from: parsed },
};
