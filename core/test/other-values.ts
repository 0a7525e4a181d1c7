import { type Param, siteId } from '../src/index.ts';

/** The names of the first marks of any lattice. */
const EVERY_MARK = Array.from({ length: 12 }, (_, row) =>
  Array.from({ length: 12 }, (_, column) => siteId({ row: row - 2, column, copy: 0 })),
).flat();

/** Other values of a setting, some of which should show. */
export function others(path: string, param: Param, value: unknown): unknown[] {
  if (path === 'sheet.ppi') return [240];
  if (path === 'sheet.width' || path === 'sheet.height') return [(value as number) + 1];
  if (path === 'sheet.bleed') return [1];
  if (path === 'screen.frequency') return [7, 15];
  if (param.kind === 'number' && path.startsWith('stencil.')) {
    if (param.unit === 'mm²') return [4];
    if (param.unit === 'mm') return [(value as number) + 0.6];
  }
  if (path === 'screen.per') return ['lpcm'];
  switch (param.kind) {
    case 'number': {
      const far = param.min + 0.7 * (param.max - param.min);
      const all = [far, (value as number) + param.step * 7, (value as number) - param.step * 7].map((v) =>
        param.whole ? Math.round(v) : v,
      );
      return [...new Set(all)].filter((v) => v !== value && v >= param.min && v <= param.max);
    }
    case 'flag':
      return [!value];
    case 'choice':
      return param.options.map((o) => o.name).filter((name) => name !== value);
    case 'colours':
      return [param.max === 1 ? ['#909090'] : ['#000000', '#808080', '#ffffff']];
    case 'picture':
      return [value === null ? 'tile' : null];
    case 'stops':
      return [
        [
          { at: 0, colour: '#303030' },
          { at: 1, colour: '#909090' },
        ],
      ];
    case 'curve':
      return [
        [
          { x: 0, y: 0 },
          { x: 0.4, y: 0.6 },
          { x: 1, y: 1 },
        ],
      ];
    case 'points':
      return [path === 'stones.empty' ? [1, 3, 1.5] : (value as readonly number[]).map((v) => v * 0.9)];
    case 'strokes':
    case 'stencil':
    case 'pass':
      return [];
    case 'mark edits':
      return [[{ does: 'delete', marks: EVERY_MARK, right: 0, down: 0, by: 0, colour: '#000000' }]];
    case 'stone names':
      return [param.of === 'sizes' ? ['SS6', 'SS16'] : ['Jet', 'Clear']];
    case 'hand stones':
      return [[{ x: 4, y: 3, turn: 0, size: 'SS10', colour: 'Jet', locked: false, loosed: false }]];
    case 'text':
      return path.endsWith('.path') ? ['M0 0L1 0L1 1Z'] : ['other words'];
  }
}
