import { FLAT_SCAN, type SheetLie, STAND_IN_PRESS, type StandInPress } from '@chromatype/core';
import { useState } from 'react';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { Fold } from '../ui/Fold.tsx';
import { MM, PERCENT } from '../ui/formats.ts';
import { SliderRow } from '../ui/SliderRow.tsx';

type Laid = 'flat' | 'crooked' | 'photo';

const LIES: Readonly<Record<Laid, SheetLie>> = {
  flat: FLAT_SCAN,
  crooked: { ...FLAT_SCAN, turn: 4, shows: 1.12 },
  photo: { ...FLAT_SCAN, turn: -3, askew: [0.14, 0.1], shows: 1.3 },
};

interface Props {
  readonly busy: boolean;
  onPress(how: StandInPress, lie: SheetLie): void;
}

/** The stand-in press: prints the chart and scans it, so that all of it can be tried without a printer. */
export function StandIn({ busy, onPress }: Props) {
  const [how, setHow] = useState(STAND_IN_PRESS);
  const [laid, setLaid] = useState<Laid>('flat');
  const change = (part: Partial<StandInPress>) => setHow((before) => ({ ...before, ...part }));
  return (
    <div className="grid gap-2">
      <Fold title="How it prints" note={`gain ${Math.round(100 * how.gain)} %, ${how.misses.toFixed(2)} mm off`}>
        <div className="grid gap-1 pt-1">
          <SliderRow
            wide
            label="Gain"
            about="How much its tones of 50 % grow, more or less ink by ink."
            value={how.gain}
            min={0}
            max={0.25}
            step={0.01}
            normal={STAND_IN_PRESS.gain}
            format={PERCENT}
            onChange={(gain) => change({ gain })}
          />
          <SliderRow
            wide
            label="Misses by"
            about="How far its inks miss each other at most, across and down."
            value={how.misses}
            min={0}
            max={1.5}
            step={0.05}
            normal={STAND_IN_PRESS.misses}
            format={MM}
            onChange={(misses) => change({ misses })}
          />
          <SliderRow
            wide
            label="Loses below"
            about="Marks that are narrower than this do not print."
            value={how.least}
            min={0}
            max={0.4}
            step={0.01}
            normal={STAND_IN_PRESS.least}
            format={MM}
            onChange={(least) => change({ least })}
          />
          <Choice<Laid>
            label="How the sheet lies"
            value={laid}
            options={[
              { value: 'flat', label: 'Scanned' },
              { value: 'crooked', label: 'Crooked' },
              { value: 'photo', label: 'Photographed' },
            ]}
            onChange={setLaid}
          />
        </div>
      </Fold>
      <Button disabled={busy} onClick={() => onPress(how, LIES[laid])}>
        Print on the stand-in press
      </Button>
    </div>
  );
}
