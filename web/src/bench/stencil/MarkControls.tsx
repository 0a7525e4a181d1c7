import type { Picture } from '@chromatype/core';
import { useEffect } from 'react';
import { enginePool } from '../../engine/pool.ts';
import { Choice } from '../../ui/Choice.tsx';
import { MM } from '../../ui/formats.ts';
import { SliderRow } from '../../ui/SliderRow.tsx';
import { setStencilTools, useStencilTools } from './stencil-tools.ts';

interface Props {
  /** The picture on which strokes are drawn. */
  readonly picture: Picture | undefined;
}

/** What the next rough stroke is on, and its width. */
export function MarkControls({ picture }: Props) {
  const { mark, markSize } = useStencilTools();
  const hash = picture?.hash;
  useEffect(() => {
    if (hash) enginePool().prepareSubject(hash);
  }, [hash]);
  return (
    <>
      <Choice
        label="The next stroke is on"
        value={mark}
        options={[
          { value: 'subject', label: 'The subject' },
          { value: 'behind', label: 'What lies behind' },
        ]}
        onChange={(value) => setStencilTools({ mark: value })}
      />
      <SliderRow
        wide
        label="Size"
        about="Width of a rough stroke on the sheet."
        value={markSize}
        min={0.5}
        max={50}
        step={0.5}
        normal={4}
        format={MM}
        onChange={(size) => setStencilTools({ markSize: size })}
      />
    </>
  );
}
