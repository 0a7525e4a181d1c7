import { FACES } from '@chromatype/core';
import { useEffect, useState } from 'react';
import { Button } from '../../../ui/Button.tsx';
import { chooseFile } from '../../../ui/files.ts';
import { useNewest } from '../../../ui/use-newest.ts';

type Settings = Readonly<Record<string, unknown>>;

interface PartProps {
  change(part: Settings): void;
}

interface FontProps extends PartProps {
  readonly settings: Settings;
  /** Width by height of what the letters stand in. */
  readonly aspect: number;
}

/** The font of some lettering, and the outlines that follow from the text. */
export function FontChoice({ settings, aspect, change }: FontProps) {
  const [names, setNames] = useState<readonly string[]>([]);
  const [wrong, setWrong] = useState<string | null>(null);
  const watch = ['text', 'font', 'size', 'spacing', 'leading', 'align'].map((name) => settings[name]);
  const begin = useNewest();
  // biome-ignore lint/correctness/useExhaustiveDependencies: outlines follow the settings they are drawn from
  useEffect(() => {
    const isNewest = begin();
    void import('./lettering.ts').then(async ({ letterPath, ownFonts }) => {
      try {
        const own = await ownFonts();
        const path = await letterPath(settings as never, aspect);
        if (!isNewest()) return;
        setNames([...FACES.map((f) => f.name), ...own]);
        if (path === null)
          setWrong(`The font “${settings.font}” is not at hand; the letters stay as they are until it is opened.`);
        else {
          setWrong(null);
          if (path !== settings.path) change({ path });
        }
      } catch {
        if (isNewest()) setWrong('The face could not be loaded; the letters stay as they are.');
      }
    });
  }, [JSON.stringify(watch), aspect]);

  async function openFont(): Promise<void> {
    const file = await chooseFile('.otf,.ttf,.woff,font/otf,font/ttf,font/woff');
    if (!file) return;
    const { addFont } = await import('./lettering.ts');
    try {
      change({ font: await addFont(file.name, await file.arrayBuffer()) });
    } catch {
      setWrong(`${file.name} is not a font that can be read; OpenType, TrueType and WOFF can.`);
    }
  }

  async function fit(): Promise<void> {
    const { fittedSize } = await import('./lettering.ts');
    const size = await fittedSize(settings as never, aspect);
    if (size) change({ size });
  }

  const font = (settings.font as string) || names[0];
  return (
    <>
      <label className="flex items-center justify-between gap-2">
        <span>Font</span>
        <select
          value={font}
          onChange={(e) => change({ font: e.target.value })}
          className="h-6 min-w-0 flex-1 truncate border-b border-hairline bg-paper text-right"
        >
          {font && !names.includes(font) && <option>{font}</option>}
          {names.map((name) => (
            <option key={name}>{name}</option>
          ))}
        </select>
      </label>
      <div className="flex flex-wrap gap-1">
        <Button onClick={() => void openFont()}>Open a font file</Button>
        <Button onClick={() => void fit()} title="Makes the letters as large as the picture allows">
          Fit
        </Button>
      </div>
      {wrong && (
        <p role="alert" className="text-hot-text">
          {wrong}
        </p>
      )}
    </>
  );
}

/** Takes the outlines of an SVG file as the shape. */
export function ImportedOutline({ change }: PartProps) {
  const [wrong, setWrong] = useState<string | null>(null);
  async function open(): Promise<void> {
    const file = await chooseFile('.svg,image/svg+xml');
    if (!file) return;
    try {
      const { svgOutline } = await import('./svg-outline.ts');
      change({ shape: 'own', path: await svgOutline(await file.text()) });
      setWrong(null);
    } catch (error) {
      setWrong(`${file.name}: ${error instanceof Error ? error.message : error}`);
    }
  }
  return (
    <>
      <Button onClick={() => void open()}>Open the outlines of an .svg</Button>
      {wrong && (
        <p role="alert" className="text-hot-text">
          {wrong}
        </p>
      )}
    </>
  );
}
