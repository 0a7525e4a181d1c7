import { familyOf } from '@chromatype/core';
import type { ChainProps } from '../chain-props.ts';
import { setFeed } from '../../../document/edits.ts';
import { setFamilySettings } from '../../../document/screen-edits.ts';
import { edit } from '../../../document/store.ts';
import { NumberField } from '../../../ui/NumberField.tsx';
import { OwnFields } from './OwnFields.tsx';
import { PaletteEditor } from './PaletteEditor.tsx';
import { ParamField } from '../../../ui/ParamField.tsx';

const { params } = familyOf('grain');

/** Side of a grain, in pixels or mm; a unit that is typed with the number is taken over. */
export function GrainSize({ fill }: Pick<ChainProps, 'fill'>) {
  const { size, sizeIn } = fill.screen.grain;
  const change = (part: Partial<typeof fill.screen.grain>) => edit(setFamilySettings(fill.id, 'grain', part));
  const inMm = sizeIn === 'mm';
  return (
    <>
      <NumberField
        label="Grain size"
        value={size}
        min={inMm ? 0.01 : 1}
        max={200}
        step={inMm ? 0.05 : 1}
        normal={inMm ? 0.1 : 1}
        format={{ unit: sizeIn, digits: 2 }}
        about={params.size!.about}
        onChange={(value) => change({ size: inMm ? value : Math.max(1, Math.round(value)) })}
        readText={(text) => {
          const read = /^\s*(\d+(?:[.,]\d+)?)\s*(px|mm)\s*$/.exec(text);
          if (!read) return false;
          const value = Math.min(200, Number(read[1]!.replace(',', '.')));
          change({
            sizeIn: read[2] as 'px' | 'mm',
            size: read[2] === 'px' ? Math.max(1, Math.round(value)) : Math.max(0.01, value),
          });
          return true;
        }}
      />
      <ParamField
        param={params.sizeIn!}
        value={sizeIn}
        onChange={(unit) => change(unit === 'mm' ? { sizeIn: 'mm', size: 0.1 } : { sizeIn: 'px', size: 1 })}
      />
    </>
  );
}

/** What the grains are printed in, and the settings of the method. */
export function GrainControls({ job, pass, fill }: ChainProps) {
  const { grain } = fill.screen;
  function setPrints(prints: unknown): void {
    edit((doc) => {
      const next = setFamilySettings(fill.id, 'grain', { prints: prints as typeof grain.prints })(doc);
      // A palette takes the whole picture, unless a part of it was chosen on purpose.
      const whole = prints === 'palette' && fill.feed.part === 'lightness';
      return whole ? setFeed(fill.id, { part: 'colour' })(next) : next;
    });
  }
  return (
    <>
      <OwnFields
        fill={fill}
        family="grain"
        without={['method', 'size', 'sizeIn', 'prints', 'palette', 'levels', 'space']}
      />
      <div className="grid gap-0.5 pt-2">
        <ParamField param={params.prints!} value={grain.prints} onChange={setPrints} />
        {(['levels', 'space'] as const)
          .filter((name) => params[name]!.when?.(grain))
          .map((name) => (
            <ParamField
              key={name}
              param={params[name]!}
              value={grain[name]}
              onChange={(value) => edit(setFamilySettings(fill.id, 'grain', { [name]: value }))}
            />
          ))}
        {grain.prints === 'palette' && <PaletteEditor job={job} pass={pass} fill={fill} />}
      </div>
    </>
  );
}
