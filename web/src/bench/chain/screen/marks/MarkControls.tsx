import {
  MARK_COLOUR_PARAMS,
  MARK_EDGE_PARAMS,
  MARK_JOIN_PARAMS,
  type MarkSettings,
  MARK_PLACE_PARAMS,
  MARK_RELIEF_PARAMS,
  type Params,
  MARK_SHAPE_PARAMS,
  MARK_SIZE_PARAMS,
} from '@chromatype/core';
import { Fold } from '../../../../ui/Fold.tsx';
import { ParamFields } from '../../../../ui/ParamFields.tsx';
import type { ChainProps } from '../../chain-props.ts';
import { PaletteEditor } from '../PaletteEditor.tsx';
import { changeMarks } from './change-marks.ts';
import { InsideMarks } from './InsideMarks.tsx';
import { LetterFields } from './LetterFields.tsx';
import { MarkEdits } from './MarkEdits.tsx';
import { MosaicStart } from './MosaicStart.tsx';
import { PieceList } from './PieceList.tsx';
import { OwnShapeButton } from './OwnShapeButton.tsx';

/** Settings with controls elsewhere: as samples, beside the dial, or of their own kind here. */
const ELSEWHERE = ['shape', 'lattice', 'fit', 'across', 'down', 'from', 'to', 'text', 'palette'];

interface Group {
  readonly title: string;
  readonly params: Params;
  note(s: MarkSettings): string;
}

const labelOf = (params: Params, name: string, value: string): string => {
  const param = params[name];
  return (param?.kind === 'choice' && param.options.find((o) => o.name === value)?.label) || '';
};

const GROUPS: readonly Group[] = [
  {
    title: 'Shape',
    params: MARK_SHAPE_PARAMS,
    note: (s) => (s.into === 'none' ? '' : `into ${labelOf(MARK_SHAPE_PARAMS, 'into', s.into).toLowerCase()}`),
  },
  { title: 'Size and turn', params: MARK_SIZE_PARAMS, note: (s) => labelOf(MARK_SIZE_PARAMS, 'turning', s.turning) },
  {
    title: 'Edges of marks',
    params: MARK_EDGE_PARAMS,
    note: (s) => {
      const used = Object.entries(MARK_EDGE_PARAMS).find(
        ([name]) => name !== 'teeth' && (s[name as 'ragged'] as number) > 0,
      );
      return used ? used[1].label : 'plain';
    },
  },
  { title: 'Colour', params: MARK_COLOUR_PARAMS, note: (s) => labelOf(MARK_COLOUR_PARAMS, 'colour', s.colour) },
  {
    title: 'Pieces of a mosaic',
    params: MARK_RELIEF_PARAMS,
    note: (s) => (s.colour === 'ink' ? '' : labelOf(MARK_RELIEF_PARAMS, 'relief', s.relief)),
  },
  {
    title: 'Where they stand',
    params: MARK_PLACE_PARAMS,
    note: (s) => (s.flip === 'none' ? '' : `flipped: ${labelOf(MARK_PLACE_PARAMS, 'flip', s.flip).toLowerCase()}`),
  },
  {
    title: 'Edges of the sheet, joining',
    params: MARK_JOIN_PARAMS,
    note: (s) => (s.join ? 'joined' : labelOf(MARK_JOIN_PARAMS, 'atEdge', s.atEdge)),
  },
];

/** The settings of marks that do not stand beside the dial. */
export function MarkControls({ job, pass, fill }: ChainProps) {
  const { marks } = fill.screen;
  const change = changeMarks(job, fill);
  return (
    <div className="pt-1">
      {GROUPS.map(({ title, params, note }) => (
        <Fold key={title} title={title} note={note(marks)} open={title === 'Shape'}>
          {params === MARK_SHAPE_PARAMS && (
            <>
              {marks.shape === 'letters' && <LetterFields marks={marks} change={change} />}
              <OwnShapeButton change={change} />
            </>
          )}
          {params === MARK_RELIEF_PARAMS && <MosaicStart fill={fill} />}
          <ParamFields params={params} settings={marks} without={ELSEWHERE} change={change} />
          {params === MARK_JOIN_PARAMS && <InsideMarks pass={pass} />}
          {params === MARK_COLOUR_PARAMS && marks.colour === 'palette' && (
            <PaletteEditor job={job} pass={pass} fill={fill} family="marks" />
          )}
          {params === MARK_COLOUR_PARAMS && marks.colour !== 'ink' && (
            <p className="text-[11px] leading-tight text-muted">
              Marks in these colours print as artwork: a picture for screens, files of outlines, but no plate for a
              press.
            </p>
          )}
        </Fold>
      ))}
      {marks.colour !== 'ink' && <PieceList job={job} pass={pass} fill={fill} />}
      <MarkEdits fill={fill} />
    </div>
  );
}
