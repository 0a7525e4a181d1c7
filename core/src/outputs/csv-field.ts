/** A field of a table as RFC 4180 has it: in quotes where it holds a comma, a quote or a line's end. */
export const csvField = (text: string): string => (/[",\n\r]/.test(text) ? `"${text.replace(/"/g, '""')}"` : text);
