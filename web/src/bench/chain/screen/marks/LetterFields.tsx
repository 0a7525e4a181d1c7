import { FACES, lettersOf, type MarkSettings, MARK_SHAPE_PARAMS, writeGlyphs } from '@chromatype/core';
import { useEffect, useState } from 'react';
import { Button } from '../../../../ui/Button.tsx';
import { chooseFile } from '../../../../ui/files.ts';
import { LongText } from '../../../../ui/LongText.tsx';
import { useNewest } from '../../../../ui/use-newest.ts';

interface Props {
  readonly marks: MarkSettings;
  change(part: Partial<MarkSettings>): void;
}

/** The letters that marks are made of: their text and their face. Outlines follow whenever either changes. */
export function LetterFields({ marks, change }: Props) {
  const [own, setOwn] = useState<readonly string[]>([]);
  const [wrong, setWrong] = useState<string | null>(null);
  const face = marks.font || FACES[0]!.name;

  const begin = useNewest();
  // biome-ignore lint/correctness/useExhaustiveDependencies: outlines follow the text and the face
  useEffect(() => {
    const isNewest = begin();
    void import('../../picture/lettering.ts').then(async ({ letterGlyphs, ownFonts }) => {
      try {
        const names = await ownFonts();
        const found = await letterGlyphs(face, lettersOf(marks.text));
        if (!isNewest()) return;
        setOwn(names);
        if (!found) {
          setWrong(`The face “${face}” is not at hand; the letters stay as they are until it is opened.`);
          return;
        }
        const { paths, missing } = found;
        setWrong(
          missing.length > 0
            ? `${face} has no ${missing.map((l) => `“${l}”`).join(', ')}; nothing prints there.`
            : null,
        );
        const glyphs = writeGlyphs(paths);
        if (glyphs !== marks.glyphs) change({ glyphs });
      } catch {
        if (isNewest()) setWrong('The face could not be loaded; the letters stay as they are.');
      }
    });
  }, [marks.text, face]);

  async function openFont(): Promise<void> {
    const file = await chooseFile('.otf,.ttf,.woff,font/otf,font/ttf,font/woff');
    if (!file) return;
    const { addFont } = await import('../../picture/lettering.ts');
    try {
      change({ font: await addFont(file.name, await file.arrayBuffer()) });
    } catch {
      setWrong(`${file.name} is not a font that can be read; OpenType, TrueType and WOFF can.`);
    }
  }

  const { text } = MARK_SHAPE_PARAMS;
  const shipped = FACES.some((f) => f.name === face);
  return (
    <>
      <LongText
        label={text.label}
        about={text.about}
        value={marks.text}
        longest={text.longest}
        onChange={(value) => change({ text: value })}
      />
      <label className="flex items-center justify-between gap-2">
        <span>Face</span>
        <select
          aria-label="Face"
          value={face}
          onChange={(e) => change({ font: e.target.value })}
          className="h-6 min-w-0 flex-1 truncate border-b border-hairline bg-paper text-right"
        >
          {FACES.map((f) => (
            <option key={f.name} value={f.name}>
              {f.name} ({f.about})
            </option>
          ))}
          {[...new Set([...own, ...(shipped ? [] : [face])])].map((name) => (
            <option key={name}>{name}</option>
          ))}
        </select>
      </label>
      <Button onClick={() => void openFont()}>Open a font file</Button>
      {wrong && (
        <p role="alert" className="text-[11px] leading-tight text-hot-text">
          {wrong}
        </p>
      )}
    </>
  );
}
