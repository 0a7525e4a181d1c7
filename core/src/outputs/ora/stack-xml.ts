/** A layer of an OpenRaster file. */
export interface OraLayer {
  /** Path in the archive. */
  readonly source: string;
  readonly name: string;
  /** 0..1. */
  readonly opacity: number;
  readonly visible: boolean;
  /** `svg:src-over`, `svg:multiply` and so on. */
  readonly op: string;
}

const escaped = (text: string): string =>
  text.replace(/[<>&"]/g, (c) => ({ '<': '&lt;', '>': '&gt;', '&': '&amp;', '"': '&quot;' })[c]!);

/**
 * The list of layers of an OpenRaster file (OpenRaster 0.0.5, "Layer stack").
 * @param layers the undermost first; the file names the uppermost first
 */
export function stackXml(
  { width, height, ppi }: { readonly width: number; readonly height: number; readonly ppi: number },
  layers: readonly OraLayer[],
): string {
  const lines = layers.toReversed().map(({ source, name, opacity, visible, op }) => {
    const own = `name="${escaped(name)}" src="${source}" x="0" y="0" opacity="${opacity}"`;
    return `    <layer ${own} visibility="${visible ? 'visible' : 'hidden'}" composite-op="${op}"/>`;
  });
  const resolution = Math.round(ppi);
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<image version="0.0.5" w="${width}" h="${height}" xres="${resolution}" yres="${resolution}">`,
    '  <stack>',
    ...lines,
    '  </stack>',
    '</image>',
    '',
  ].join('\n');
}
