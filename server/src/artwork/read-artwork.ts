import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { type BlendName, blendModeOf, compositeInto, cut } from '@chromatype/core';
import sharp, { type Sharp } from 'sharp';
import { type Archive, ArchiveError, withArchive } from '../archives/archive.ts';
import { diskFullOf } from '../errors/disk-full.ts';
import { PictureError } from '../pictures/picture-error.ts';
import { readStack, type Stack, type StackLayer, type StackNode } from './stack.ts';

/** What an OpenRaster file may hold. */
const MOST_PIXELS = 100e6;
const MOST_LAYERS = 60;
const MOST_XML = 2e6;
const MIME = 'image/openraster';

/** A layer as it is taken in: a PNG as large as the whole picture. */
export interface ArtworkLayer {
  /** Name of its file in the folder. */
  readonly file: string;
  readonly name: string;
  /** 0..1. */
  readonly opacity: number;
  readonly visible: boolean;
  readonly mode: BlendName;
}

export interface ArtworkFacts {
  readonly width: number;
  readonly height: number;
  /** Pixels per inch that the file states; null if it states none. */
  readonly ppi: number | null;
  /** The undermost first. */
  readonly layers: readonly ArtworkLayer[];
  /** What could not be taken as it was, in plain sentences. */
  readonly notes: readonly string[];
}

export interface ArtworkFile {
  readonly file: string;
  readonly folder: string;
}

const nameOf = (node: StackNode): string => node.name || (node.kind === 'group' ? 'Group' : 'Layer');

/** Raw RGBA of one layer on the whole canvas. */
type Canvas = Pick<Stack, 'width' | 'height'>;

/** A layer laid on the canvas, cut where it lies beyond it; null where none of it lies on it. */
async function onCanvas(file: string, layer: StackLayer, canvas: Canvas): Promise<Sharp | null> {
  const open = () => sharp(file, { limitInputPixels: MOST_PIXELS, failOn: 'truncated' });
  const { format, width, height } = await open().metadata();
  if (format !== 'png') throw new Error('A layer is no PNG.');
  const left = Math.max(0, layer.x);
  const top = Math.max(0, layer.y);
  const right = Math.min(canvas.width, layer.x + width);
  const bottom = Math.min(canvas.height, layer.y + height);
  if (right <= left || bottom <= top) return null;
  return open()
    .toColourspace('srgb')
    .ensureAlpha()
    .extract({ left: left - layer.x, top: top - layer.y, width: right - left, height: bottom - top })
    .extend({
      left,
      top,
      right: canvas.width - right,
      bottom: canvas.height - bottom,
      background: { r: 0, g: 0, b: 0, alpha: 0 },
    });
}

const clear = ({ width, height }: Canvas): Sharp =>
  sharp({ create: { width, height, channels: 4, background: { r: 0, g: 0, b: 0, alpha: 0 } } });

/** The sources of all layers under some nodes. */
const sourcesOf = (nodes: readonly StackNode[]): string[] =>
  nodes.flatMap((node) => (node.kind === 'layer' ? [node.source] : sourcesOf(node.children)));

/** Takes the layers of an archive one by one to the folder. */
class Layers {
  readonly notes: string[] = [];
  private count = 0;

  constructor(
    private readonly archive: Archive,
    private readonly canvas: Canvas,
    private readonly folder: string,
  ) {}

  private async picture(layer: StackLayer): Promise<Sharp> {
    const file = join(this.folder, 'layer.png');
    await this.archive.unpack(layer.source, file);
    try {
      return (await onCanvas(file, layer, this.canvas)) ?? clear(this.canvas);
    } catch (error) {
      throw diskFullOf(error) ?? new PictureError(`The layer ${cut(nameOf(layer))} is not a PNG that can be read.`);
    }
  }

  private async pixels(layer: StackLayer): Promise<Uint8Array> {
    return this.picture(layer).then(async (image) => {
      try {
        return new Uint8Array(await image.raw().toBuffer());
      } catch (error) {
        throw diskFullOf(error) ?? new PictureError(`The layer ${cut(nameOf(layer))} is not a PNG that can be read.`);
      }
    });
  }

  /** The pixels of nodes laid over each other on nothing. */
  private async flat(nodes: readonly StackNode[]): Promise<Uint8Array> {
    const under = new Uint8Array(4 * this.canvas.width * this.canvas.height);
    for (const node of nodes) {
      if (!node.visible) continue;
      const over = node.kind === 'layer' ? await this.pixels(node) : await this.flat(node.children);
      compositeInto(under, over, blendModeOf(node.mode)!, node.opacity);
    }
    return under;
  }

  private strange(node: StackNode): void {
    if (node.strange)
      this.notes.push(`${nameOf(node)} asks for ${node.strange}, which is not known here; it is laid normally.`);
  }

  /** Writes what lies on the canvas. `shown` and `opacity` are those of the groups around. */
  async take(node: StackNode, shown: boolean): Promise<ArtworkLayer[]> {
    this.strange(node);
    const visible = shown && node.visible;
    if (node.kind === 'group' && !node.isolated) {
      const made: ArtworkLayer[] = [];
      for (const child of node.children) made.push(...(await this.take(child, visible)));
      return made;
    }
    const file = `${this.count++}.png`;
    const { width, height } = this.canvas;
    const image =
      node.kind === 'layer'
        ? await this.picture(node)
        : sharp(await this.flat(node.children), { raw: { width, height, channels: 4 } });
    if (node.kind === 'group' && node.children.length > 0)
      this.notes.push(`The group ${nameOf(node)} was made one layer, since it blends as a whole.`);
    try {
      await image.png({ compressionLevel: 4 }).toFile(join(this.folder, file));
    } catch (error) {
      throw diskFullOf(error) ?? new PictureError(`The layer ${cut(nameOf(node))} is not a PNG that can be read.`);
    }
    return [{ file, name: nameOf(node), opacity: node.opacity, visible, mode: node.mode }];
  }
}

/** The list of layers of an archive. */
async function stackOf(archive: Archive, folder: string): Promise<Stack> {
  const { members } = archive;
  const xml = members.get('stack.xml');
  if (!members.has('mimetype') || !xml)
    throw new PictureError('This is not an OpenRaster file; its list of layers is missing.');
  if (xml.uncompressedSize > MOST_XML || members.get('mimetype')!.uncompressedSize > 100)
    throw new PictureError('The list of layers in this OpenRaster file is too long.');
  const [mime, text] = [join(folder, 'mimetype'), join(folder, 'stack.xml')];
  await archive.unpack('mimetype', mime);
  if ((await readFile(mime, 'utf8')).trim() !== MIME) throw new PictureError('This is not an OpenRaster file.');
  await archive.unpack('stack.xml', text);
  return readStack(await readFile(text, 'utf8'));
}

/**
 * Reads an OpenRaster file: writes each of its layers into a folder as a PNG of the whole picture, so that all of them lie
 * in register. Groups that blend as a whole become one layer.
 * @throws PictureError with one plain sentence when the file cannot be used
 */
export async function readArtwork({ file, folder }: ArtworkFile): Promise<ArtworkFacts> {
  try {
    return await withArchive(
      file,
      (name) => name === 'mimetype' || name === 'stack.xml' || name.startsWith('data/'),
      async (archive) => {
        const stack = await stackOf(archive, folder);
        if (stack.width * stack.height > MOST_PIXELS)
          throw new PictureError('This artwork has more than 100 megapixels; reduce it first.', 413);
        const sources = sourcesOf(stack.nodes);
        if (sources.length === 0) throw new PictureError('There are no layers in this OpenRaster file.');
        if (sources.length > MOST_LAYERS)
          throw new PictureError(`This artwork has ${sources.length} layers; at most ${MOST_LAYERS} are taken.`);
        const missing = sources.find((source) => !archive.members.has(source));
        if (missing !== undefined)
          throw new PictureError(`The list of layers names ${cut(missing)}, which is not in the file.`);
        const layers = new Layers(archive, stack, folder);
        const made: ArtworkLayer[] = [];
        for (const node of stack.nodes) made.push(...(await layers.take(node, true)));
        return { width: stack.width, height: stack.height, ppi: stack.ppi, layers: made, notes: layers.notes };
      },
    );
  } catch (error) {
    if (error instanceof ArchiveError) throw new PictureError(error.message);
    throw error;
  }
}
