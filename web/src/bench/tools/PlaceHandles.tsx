import { type Job, type Pass, pictureOf, placementInMm, shownSize, fillOf, MM_PER_INCH } from '@chromatype/core';
import type Konva from 'konva';
import { useEffect, useRef } from 'react';
import { Layer, Rect, Stage, Transformer } from 'react-konva';
import { setPictureEdit, setPlacing } from '../../document/edits.ts';
import { beginGesture, edit, endGesture } from '../../document/store.ts';
import type { View } from '../../engine/view.ts';
import { type Box, croppedTo, wholeBox } from './crop-box.ts';
import { ToolHint } from './ToolHint.tsx';

interface Props {
  readonly job: Job;
  readonly pass: Pass;
  readonly view: View;
  readonly tool: 'place' | 'crop';
}

const HOT = '#f0502e';
const tidy = (v: number): number => Number(v.toFixed(3));

/** Handles on the sheet that move, scale and turn the picture of a pass, or crop it. */
export default function PlaceHandles({ job, pass, view, tool }: Props) {
  const rect = useRef<Konva.Rect>(null);
  const transformer = useRef<Konva.Transformer>(null);
  const picture = pictureOf(job, fillOf(pass).feed);
  useEffect(() => {
    if (rect.current) transformer.current?.nodes([rect.current]);
  }, []);
  if (!picture) return null;
  const css = 1 / devicePixelRatio;
  const perMm = (job.sheet.ppi / MM_PER_INCH) * view.scale * css;
  const onScreen = (box: Box) => ({
    x: (box.x + job.sheet.bleed) * perMm - view.originX * css,
    y: (box.y + job.sheet.bleed) * perMm - view.originY * css,
    width: box.width * perMm,
    height: box.height * perMm,
  });
  const size = shownSize(picture);
  const inMm = placementInMm(job.sheet, fillOf(pass).feed, size);
  const kept: Box = { ...inMm, height: (inMm.width * size.height) / size.width };
  const screen = onScreen(kept);
  const whole = wholeBox(picture, kept);
  const bounds = onScreen(whole);

  /** The rectangle as it was dragged, its size taken out of its scale. */
  function read(): Box & { readonly turn: number } {
    const node = rect.current!;
    const [width, height] = [node.width() * Math.abs(node.scaleX()), node.height() * Math.abs(node.scaleY())];
    node.setAttrs({ scaleX: 1, scaleY: 1, width, height, offsetX: width / 2, offsetY: height / 2 });
    return {
      x: (node.x() - width / 2 + view.originX * css) / perMm - job.sheet.bleed,
      y: (node.y() - height / 2 + view.originY * css) / perMm - job.sheet.bleed,
      width: width / perMm,
      height: height / perMm,
      turn: -node.rotation(),
    };
  }

  function place(): void {
    const { x, y, width, turn } = read();
    edit(setPlacing(fillOf(pass).id, { fit: 'own', x: tidy(x), y: tidy(y), width: tidy(width), turn: tidy(turn) }));
  }

  function crop(): void {
    const part = croppedTo(picture!, kept, read(), fillOf(pass).feed.turn);
    if (!part) return;
    const { x, y, width } = part;
    // What is kept stays where it lies on the sheet.
    edit((now) =>
      setPlacing(fillOf(pass).id, { fit: 'own', x: tidy(x), y: tidy(y), width: tidy(width) })(
        setPictureEdit(picture!.id, { crop: part.crop })(now),
      ),
    );
  }

  const turned = -fillOf(pass).feed.turn;
  const middle = { x: screen.x + screen.width / 2, y: screen.y + screen.height / 2 };
  return (
    <div className="absolute inset-0" data-testid={`${tool}-handles`}>
      <Stage width={view.width * css} height={view.height * css}>
        <Layer>
          {tool === 'crop' && (
            <Rect
              {...middle}
              offsetX={middle.x - bounds.x}
              offsetY={middle.y - bounds.y}
              width={bounds.width}
              height={bounds.height}
              rotation={turned}
              stroke={HOT}
              dash={[4, 4]}
              strokeWidth={1}
              listening={false}
            />
          )}
          <Rect
            ref={rect}
            {...middle}
            offsetX={screen.width / 2}
            offsetY={screen.height / 2}
            width={screen.width}
            height={screen.height}
            rotation={turned}
            stroke={HOT}
            strokeWidth={1}
            fill="rgba(240,80,46,0.04)"
            draggable={tool === 'place'}
            onDragStart={beginGesture}
            onDragMove={place}
            onDragEnd={endGesture}
            onTransformStart={beginGesture}
            onTransform={tool === 'place' ? place : undefined}
            onTransformEnd={() => {
              if (tool === 'crop') crop();
              endGesture();
            }}
          />
          <Transformer
            ref={transformer}
            rotateEnabled={tool === 'place'}
            keepRatio={tool === 'place'}
            flipEnabled={false}
            rotationSnaps={[0, 90, 180, 270]}
            rotationSnapTolerance={2}
            enabledAnchors={tool === 'place' ? ['top-left', 'top-right', 'bottom-left', 'bottom-right'] : undefined}
            anchorSize={11}
            anchorStroke={HOT}
            anchorCornerRadius={0}
            borderStroke={HOT}
            boundBoxFunc={(old, next) => (Math.abs(next.width) < 8 || Math.abs(next.height) < 8 ? old : next)}
          />
        </Layer>
      </Stage>
      <ToolHint>
        {tool === 'place'
          ? 'Drag the picture, its corners or the turning handle. Escape ends.'
          : 'Drag the sides to crop; what is kept stays where it lies. Escape ends.'}
      </ToolHint>
    </div>
  );
}
