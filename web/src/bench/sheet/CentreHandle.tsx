import { type Pass, SHARED_PARAMS, type Sheet, sheetPixels, fillOf } from '@chromatype/core';
import { useDrag } from '@use-gesture/react';
import type { KeyboardEvent } from 'react';
import { setScreen } from '../../document/edits.ts';
import { beginGesture, edit, endGesture } from '../../document/store.ts';
import { arrowMove } from '../../ui/arrow-move.ts';
import { POINTER_ONLY } from '../../ui/drag-options.ts';
import type { View } from '../../engine/view.ts';

interface Props {
  readonly sheet: Sheet;
  readonly pass: Pass;
  readonly view: View;
}

const { min, max } = SHARED_PARAMS.centreX;
const within = (share: number): number => Number(Math.min(max, Math.max(min, share)).toFixed(4));

/** Where rings, rays and spirals begin, dragged on the sheet itself. */
export function CentreHandle({ sheet, pass, view }: Props) {
  const { width, height } = sheetPixels(sheet);
  const { centreX, centreY } = fillOf(pass).screen;
  const move = (x: number, y: number) => edit(setScreen(fillOf(pass).id, { centreX: within(x), centreY: within(y) }));

  const drag = useDrag(({ movement: [mx, my], memo = [centreX, centreY], first, last }) => {
    if (first) beginGesture();
    const [x, y] = memo as [number, number];
    const pixel = devicePixelRatio / view.scale;
    move(x + (mx * pixel) / width, y + (my * pixel) / height);
    if (last) endGesture();
    return memo;
  }, POINTER_ONLY);

  function onKey(event: KeyboardEvent): void {
    const by = arrowMove(event);
    if (by) move(centreX + by[0] / sheet.width, centreY + by[1] / sheet.height);
  }

  return (
    <button
      type="button"
      {...drag()}
      onKeyDown={onKey}
      onDoubleClick={(event) => {
        event.stopPropagation();
        move(SHARED_PARAMS.centreX.normal, SHARED_PARAMS.centreY.normal);
      }}
      aria-label={`Centre of ${pass.name}: ${Math.round(centreX * 100)} % across, ${Math.round(centreY * 100)} % down; arrow keys move it`}
      title="Drag the centre; double click puts it in the middle of the sheet"
      className="absolute h-6 w-6 -translate-x-1/2 -translate-y-1/2 cursor-move touch-none rounded-full border-2 border-hot bg-paper/70"
      style={{
        left: (centreX * width * view.scale - view.originX) / devicePixelRatio,
        top: (centreY * height * view.scale - view.originY) / devicePixelRatio,
      }}
    >
      <span className="absolute top-1/2 left-1/2 h-1.5 w-1.5 -translate-x-1/2 -translate-y-1/2 rounded-full bg-hot" />
    </button>
  );
}
