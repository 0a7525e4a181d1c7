import { type FeedFit, type Job, LIMITS, type Pass, pictureOf, placementInMm, shownSize } from '@chromatype/core';
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
export function Placing({ job, pass }: { readonly job: Job; readonly pass: Pass }) {
  const tool = useTools((s) => s.tool);
  const picture = pictureOf(job, pass.feed);
  const { feed } = pass;
  if (!picture) return null;
  const inMm = placementInMm(job.sheet, feed, shownSize(picture));
  const change = (fit: FeedFit) => edit(setPlacing(pass.id, fit === 'own' ? { fit, ...inMm } : { fit }));
  const field = (
    label: string,
    key: 'x' | 'y' | 'width',
    limit: { min: number; max: number; about: string },
    normal: number,
  ) => (
    <NumberField
      label={label}
      value={feed[key]}
      min={limit.min}
      max={limit.max}
      step={1}
      normal={normal}
      format={MM}
      about={limit.about}
      onChange={(value) => edit(setPlacing(pass.id, { [key]: value }))}
    />
  );
  const others = job.passes.filter((p) => p.id !== pass.id && p.feed.picture === feed.picture);
  const apart = others.filter((p) => (['fit', 'x', 'y', 'width', 'turn'] as const).some((k) => p.feed[k] !== feed[k]));
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
          min={LIMITS.turn.min}
          max={LIMITS.turn.max}
          step={1}
          normal={0}
          format={DEGREES}
          about={LIMITS.turn.about}
          onChange={(turn) => edit(setPlacing(pass.id, { turn }))}
        />
      </div>
      {feed.fit === 'own' && (
        <div className="grid grid-cols-2 gap-x-4 gap-y-1">
          {field('Left', 'x', LIMITS.place, 0)}
          {field('Top', 'y', LIMITS.place, 0)}
          {field('Width', 'width', LIMITS.pictureWidth, job.sheet.width)}
        </div>
      )}
      {apart.length > 0 && (
        <Button
          title={`${apart.map((p) => p.name).join(', ')} have it elsewhere`}
          onClick={() =>
            edit((now) =>
              apart.reduce(
                (j, p) => setFeed(p.id, { fit: feed.fit, x: feed.x, y: feed.y, width: feed.width, turn: feed.turn })(j),
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
