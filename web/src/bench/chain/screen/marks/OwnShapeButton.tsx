import { type MarkSettings, ownShape } from '@chromatype/core';
import { useState } from 'react';
import { Button } from '../../../../ui/Button.tsx';
import { chooseFile } from '../../../../ui/files.ts';

interface Props {
  change(part: Partial<MarkSettings>): void;
}

/** Takes the outlines of an SVG file as the shape of the marks, or as what they turn into. */
export function OwnShapeButton({ change }: Props) {
  const [said, setSaid] = useState<{ readonly text: string; readonly wrong: boolean } | null>(null);

  async function open(as: 'shape' | 'into'): Promise<void> {
    const file = await chooseFile('.svg,image/svg+xml');
    if (!file) return;
    try {
      const { svgOutline } = await import('../../picture/svg-outline.ts');
      const { path, note } = ownShape(await svgOutline(await file.text()));
      change(as === 'shape' ? { shape: 'own', path } : { into: 'own', intoPath: path });
      setSaid(note ? { text: `${file.name}: ${note}`, wrong: false } : null);
    } catch (error) {
      setSaid({ text: `${file.name}: ${error instanceof Error ? error.message : error}`, wrong: true });
    }
  }

  return (
    <>
      <div className="flex flex-wrap gap-1">
        <Button onClick={() => void open('shape')} title="The outlines of an .svg become the shape of the marks">
          Open an .svg
        </Button>
        <Button onClick={() => void open('into')} title="Marks turn into the outlines of an .svg the darker they are">
          Turn into an .svg
        </Button>
      </div>
      {said && (
        <p
          role={said.wrong ? 'alert' : 'status'}
          className={`text-[11px] leading-tight ${said.wrong ? 'text-hot-text' : 'text-muted'}`}
        >
          {said.text}
        </p>
      )}
    </>
  );
}
