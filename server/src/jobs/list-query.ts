import { foldedText } from './search-text.ts';

/** Orders in which jobs are listed. */
export const SORTS = ['changed', 'title', 'created'] as const;
export type Sort = (typeof SORTS)[number];

/** Which jobs are listed. */
export interface ListAsked {
  readonly q?: string;
  readonly sort?: Sort;
  readonly trash?: boolean;
  readonly limit?: number;
  readonly offset?: number;
}

const ORDERS: Readonly<Record<Sort, string>> = {
  changed: 'demo DESC, updatedAt DESC',
  title: 'search ASC',
  created: 'createdAt DESC',
};

/** Special characters of LIKE stand for themselves. */
const escaped = (word: string): string => word.replace(/[\\%_]/g, (c) => `\\${c}`);

interface Query {
  readonly where: string;
  readonly order: string;
  readonly values: readonly string[];
}

/** The part of a query that says which jobs and in which order. Indexes of migration 1764700000000 hold all that it reads. */
export function listQuery({ q = '', sort = 'changed', trash = false }: ListAsked): Query {
  const words = foldedText(q).split(/\s+/).filter(Boolean);
  const conditions = [`removedAt IS ${trash ? 'NOT NULL' : 'NULL'}`, ...words.map(() => "search LIKE ? ESCAPE '\\'")];
  return {
    where: conditions.join(' AND '),
    order: trash ? 'removedAt DESC' : ORDERS[sort],
    values: words.map((word) => `%${escaped(word)}%`),
  };
}
