import { readFileSync } from 'node:fs';
import { referenceText } from '../src/cli/reference.ts';

test('docs/reference.md is what the tables say; npm run docs writes it anew', () => {
  expect(readFileSync(new URL('../../docs/reference.md', import.meta.url), 'utf8')).toBe(referenceText());
});
