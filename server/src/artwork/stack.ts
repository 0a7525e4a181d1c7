import { BLEND_MODES, type BlendName, cut } from '@chromatype/core';
import { type SaxesTagPlain, SaxesParser } from 'saxes';
import { PictureError } from '../pictures/picture-error.ts';

/** One layer of a file, or a group of layers, the undermost first. */
export type StackNode = StackLayer | StackGroup;

interface StackItem {
  readonly name: string;
  /** 0..1. */
  readonly opacity: number;
  readonly visible: boolean;
  readonly mode: BlendName;
  /** Whether its blend mode was one that is not known here. */
  readonly strange: string | null;
}

export interface StackLayer extends StackItem {
  readonly kind: 'layer';
  /** Name of its file in the archive. */
  readonly source: string;
  readonly x: number;
  readonly y: number;
}

export interface StackGroup extends StackItem {
  readonly kind: 'group';
  readonly isolated: boolean;
  readonly children: readonly StackNode[];
}

/** What stack.xml of an OpenRaster file says (OpenRaster 0.0.5, "Layer stack"). */
export interface Stack {
  readonly width: number;
  readonly height: number;
  /** Pixels per inch; null where it says none. */
  readonly ppi: number | null;
  readonly nodes: readonly StackNode[];
}

const DAMAGED = 'The list of layers in this OpenRaster file cannot be read; save it again.';
const DEEPEST = 32;
const MOST_NODES = 500;
const LARGEST = 65536;

/** Blend modes by the names that OpenRaster has for them. */
const MODES = new Map<string, BlendName>(
  BLEND_MODES.map(({ name }) => [name === 'normal' ? 'svg:src-over' : `svg:${name}`, name]),
);

type Attributes = Readonly<Record<string, string | undefined>>;

function numberOf(attributes: Attributes, name: string, normal: number | null, most: number): number {
  const text = attributes[name];
  if (text === undefined && normal !== null) return normal;
  const value = Number(text);
  if (text === undefined || text.trim() === '' || !Number.isFinite(value) || Math.abs(value) > most)
    throw new PictureError(DAMAGED);
  return value;
}

function itemOf(attributes: Attributes): StackItem {
  const op = attributes['composite-op'] ?? 'svg:src-over';
  const mode = MODES.get(op);
  return {
    name: cut(attributes.name ?? ''),
    opacity: Math.min(1, Math.max(0, numberOf(attributes, 'opacity', 1, 1e9))),
    visible: attributes.visibility !== 'hidden',
    mode: mode ?? 'normal',
    strange: mode ? null : cut(op),
  };
}

interface OpenGroup extends StackItem {
  readonly isolated: boolean;
  readonly children: StackNode[];
}

/** Reads the layers of an OpenRaster file from its stack.xml. @throws PictureError when it cannot be read */
export function readStack(xml: string): Stack {
  const open: OpenGroup[] = [];
  let image: { width: number; height: number; ppi: number | null } | null = null;
  let root: readonly StackNode[] | null = null;
  let nodes = 0;
  const parser = new SaxesParser();
  const add = (node: StackNode): void => {
    nodes++;
    const group = open.at(-1);
    if (!group || nodes > MOST_NODES) throw new PictureError(DAMAGED);
    // The file names the uppermost first.
    group.children.unshift(node);
  };
  parser.on('doctype', () => {
    throw new PictureError(DAMAGED);
  });
  parser.on('error', () => {
    throw new PictureError(DAMAGED);
  });
  parser.on('opentag', ({ name, attributes }: SaxesTagPlain) => {
    const own = attributes as Attributes;
    if (name === 'image') {
      const ppi = numberOf(own, 'xres', 0, 1e6);
      image = {
        width: numberOf(own, 'w', null, LARGEST),
        height: numberOf(own, 'h', null, LARGEST),
        ppi: ppi > 0 ? ppi : null,
      };
    } else if (name === 'stack') {
      if (open.length >= DEEPEST) throw new PictureError(DAMAGED);
      const item = itemOf(own);
      open.push({
        ...item,
        isolated: own.isolation === 'isolate' || item.opacity < 1 || item.mode !== 'normal',
        children: [],
      });
    } else if (name === 'layer') {
      const source = own.src;
      if (!source) throw new PictureError(DAMAGED);
      add({
        kind: 'layer',
        ...itemOf(own),
        source,
        x: Math.round(numberOf(own, 'x', 0, LARGEST)),
        y: Math.round(numberOf(own, 'y', 0, LARGEST)),
      });
    }
  });
  parser.on('closetag', ({ name }) => {
    if (name !== 'stack') return;
    const group = open.pop()!;
    if (open.length === 0) root ??= group.children;
    else add({ kind: 'group', ...group });
  });
  parser.write(xml).close();
  const found = image as { width: number; height: number; ppi: number | null } | null;
  if (!found || !root || found.width < 1 || found.height < 1) throw new PictureError(DAMAGED);
  return { ...found, width: Math.round(found.width), height: Math.round(found.height), nodes: root };
}
