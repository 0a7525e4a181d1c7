import { type Fill, type Param, type Pass, TINT_PARAMS } from '@chromatype/core';
import { setFeed } from '../../../document/edits.ts';
import { edit } from '../../../document/store.ts';
import { DarkerInk } from './DarkerInk.tsx';
import { PERCENT } from '../../../ui/formats.ts';
import { ParamField } from '../../../ui/ParamField.tsx';
import { SliderRow } from '../../../ui/SliderRow.tsx';

const { tint: TINT } = TINT_PARAMS;

/** What a tint prints, in few words. */
export function tintNote({ feed }: Pick<Fill, 'feed'>): string {
  const percent = (share: number) => `${Math.round(share * 100)} %`;
  return feed.run === 'flat' ? percent(feed.tint) : `${percent(feed.tint)} to ${percent(feed.tintTo)}`;
}

/** The percentage of a tint: the one number that is changed most. */
export function TintRow({ fill }: { readonly fill: Fill }) {
  return (
    <SliderRow
      label="Tint"
      about={TINT.about}
      value={fill.feed.tint}
      min={TINT.min}
      max={TINT.max}
      step={0.01}
      normal={TINT.normal}
      format={PERCENT}
      onChange={(tint) => edit(setFeed(fill.id, { tint }))}
    />
  );
}

/** Everything else of a tint: whether it is graded, to what, and from where to where. */
export function TintControls({ pass, fill }: { readonly pass: Pass; readonly fill: Fill }) {
  const { tint: _, ...others } = TINT_PARAMS;
  return (
    <div className="grid grid-cols-2 gap-x-4 gap-y-0.5">
      <DarkerInk pass={pass} fill={fill} />
      {Object.entries<Param>(others).map(([name, param]) =>
        (param.when?.(fill.feed as never) ?? true) ? (
          <div key={name} className={param.kind === 'choice' ? 'col-span-2' : ''}>
            <ParamField
              param={param}
              value={fill.feed[name as keyof typeof fill.feed]}
              onChange={(value) => edit(setFeed(fill.id, { [name]: value }))}
            />
          </div>
        ) : null,
      )}
    </div>
  );
}
