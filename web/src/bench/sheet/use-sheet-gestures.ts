import { useGesture } from '@use-gesture/react';
import { type RefObject, useEffect, useState } from 'react';
import { isTyping, takesSpace } from '../../ui/is-typing.ts';
import { panBy, useView, zoomStep, zoomTo } from '../view-store.ts';

/** Wheel zooms at the pointer; dragging with the space bar, the middle button or a finger pans; two fingers pinch. Returns whether the space bar is held. */
export function useSheetGestures(frame: RefObject<HTMLDivElement | null>): boolean {
  const [space, setSpace] = useState(false);

  useEffect(() => {
    const hold = (event: KeyboardEvent) => {
      if (event.code !== 'Space' || isTyping(event.target)) return;
      // With the pointer on the sheet the space bar is the sheet's, whatever has the focus.
      const onSheet = frame.current?.matches(':hover') ?? false;
      if (event.type === 'keydown' && !onSheet && takesSpace(event.target)) return;
      if (onSheet) event.preventDefault();
      setSpace(event.type === 'keydown');
    };
    window.addEventListener('keydown', hold);
    window.addEventListener('keyup', hold);
    return () => {
      window.removeEventListener('keydown', hold);
      window.removeEventListener('keyup', hold);
    };
  }, [frame]);

  const place = (x: number, y: number) => {
    const box = frame.current!.getBoundingClientRect();
    return { x: (x - box.left) * devicePixelRatio, y: (y - box.top) * devicePixelRatio };
  };

  useGesture(
    {
      onWheel: ({ event, last }) => {
        // The end of a turn is told with the last event once more.
        if (last) return;
        event.preventDefault();
        const { x, y } = place(event.clientX, event.clientY);
        const { view } = useView.getState();
        // A pinch on a touch pad comes as a wheel with the control key, in small amounts.
        if (event.ctrlKey && view && view.scale < 1) zoomTo(view.scale * Math.exp(-event.deltaY / 100), x, y);
        else if (event.deltaY !== 0) zoomStep(event.deltaY < 0 ? 1 : -1, x, y);
      },
      onDrag: ({ delta: [dx, dy], event, buttons, pinching }) => {
        const finger = 'pointerType' in event && (event as PointerEvent).pointerType === 'touch';
        if (!pinching && (space || buttons === 4 || finger)) panBy(dx * devicePixelRatio, dy * devicePixelRatio);
      },
      onPinch: ({ origin, offset: [scale], event }) => {
        if (event.type === 'wheel') return;
        const { x, y } = place(...origin);
        zoomTo(scale, x, y);
      },
    },
    {
      target: frame,
      eventOptions: { passive: false },
      drag: { pointer: { buttons: [1, 4] } },
      pinch: { from: () => [useView.getState().view?.scale ?? 1, 0] },
    },
  );
  return space;
}
