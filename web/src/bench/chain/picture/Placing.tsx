import {
  FEED_PARAMS,
  type FeedFit,
  fillOf,
  type NumberParam,
  pictureOf,
  placementInMm,
  shownSize,
} from '@chromatype/core';
import type { ChainProps } from '../chain-props.ts';
import { setFeed, setPlacing } from '../../../document/edits.ts';
import { edit } from '../../../document/store.ts';
import { Choice } from '../../../ui/Choice.tsx';
import { DEGREES, MM } from '../../../ui/formats.ts';
import { NumberField } from '../../../ui/NumberField.tsx';
import { Button } from '../../../ui/Button.tsx';
import { toggleTool, useTools } from '../../tools/tool-store.ts';

const FITS: readonly { value: FeedFit; label: string; title: string }[] = [
  { value: 'fit', label: 'Fit', title: 'All of the picture is on the sheet' },
  { value: 'fill', label: 'Fill', title: 'The picture covers the sheet' },
  { value: 'own', label: 'Own place', title: 'Placed by hand or by numbers' },
];

/** Where the picture lies on the sheet. */
export function Placing({ job, pass, fill }: ChainProps) {
  const tool = useTools((s) => s.tool);
  const picture = pictureOf(job, fill.feed);
  const { feed } = fill;
  if (!picture) return null;
  const inMm = placementInMm(job.sheet, feed, shownSize(picture));
  const change = (fit: FeedFit) => edit(setPlacing(fill.id, fit === 'own' ? { fit, ...inMm } : { fit }));
  const field = (label: string, key: 'x' | 'y' | 'width', limit: NumberParam, normal: number) => (
    <NumberField
      label={label}
      value={feed[key]}
      min={limit.min}
      max={limit.max}
      step={1}
      normal={normal}
      format={MM}
      about={limit.about}
      onChange={(value) => edit(setPlacing(fill.id, { [key]: value }))}
    />
  );
  const others = job.passes.filter((p) => p.id !== pass.id && fillOf(p).feed.picture === feed.picture);
  const apart = others.filter((p) =>
    (['fit', 'x', 'y', 'width', 'turn'] as const).some((k) => fillOf(p).feed[k] !== feed[k]),
  );
  return (
    <div className="grid grid-cols-1 gap-1.5">
      <Choice label="Placing" value={feed.fit} options={FITS} onChange={change} />
      <div className="flex items-center justify-between gap-2">
        <Button strong={tool === 'place'} aria-pressed={tool === 'place'} onClick={() => toggleTool('place')}>
          Place on the sheet
        </Button>
        <NumberField
          label="Turn"
          value={feed.turn}
          min={FEED_PARAMS.turn.min}
          max={FEED_PARAMS.turn.max}
          step={1}
          normal={0}
          format={DEGREES}
          about={FEED_PARAMS.turn.about}
          onChange={(turn) => edit(setPlacing(fill.id, { turn }))}
        />
      </div>
      {feed.fit === 'own' && (
        <div className="grid grid-cols-2 gap-x-4 gap-y-1">
          {field('Left', 'x', FEED_PARAMS.x, 0)}
          {field('Top', 'y', FEED_PARAMS.y, 0)}
          {field('Width', 'width', FEED_PARAMS.width, job.sheet.width)}
        </div>
      )}
      {apart.length > 0 && (
        <Button
          title={`${apart.map((p) => p.name).join(', ')} have it elsewhere`}
          onClick={() =>
            edit((now) =>
              apart.reduce(
                (j, p) =>
                  setFeed(fillOf(p).id, { fit: feed.fit, x: feed.x, y: feed.y, width: feed.width, turn: feed.turn })(j),
                now,
              ),
            )
          }
        >
          Place it so in every pass
        </Button>
      )}
    </div>
  );
}
