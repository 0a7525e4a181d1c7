import type { Job, Pass } from '../document/types.ts';
import type { FileSink } from '../formats/tiff.ts';
import type { Words } from '../plates/press-marks.ts';
import type { PrintEnv } from '../print/env.ts';

/** Bytes that were set aside, read back piece by piece. */
export interface Held {
  readonly length: number;
  pieces(): Iterable<Uint8Array>;
}

/** Takes bytes that are wanted again before the file is whole. */
export interface Aside extends FileSink, Held {}

/** A file while it is written. */
export interface OutputSink extends FileSink {
  /** A place beside the file for bytes that come before their turn; it goes away with the work. */
  aside(): Aside;
}

/** What writers need besides the job. */
export interface OutputEnv extends PrintEnv {
  /** Outlines of words for plates, in a font that ships with the application. */
  readonly words: Words;
  /** ICC profile of sRGB (IEC 61966-2-1), for proofs and shared pictures. */
  readonly profile: Uint8Array;
  /** Makes pixels ready that `pictures` is asked for next; what was made ready before may go. Left out where all are there. */
  load?(names: readonly string[]): Promise<void>;
  /** Frames of the clip that were printed elsewhere, by their numbers; null where one was not. */
  frames?(frame: number): Uint8Array | null;
  /** Turns a PNG with its profile into another format of the same size. */
  encode(png: Held, to: EncodeAsked): AsyncIterable<Uint8Array>;
}

/** Formats that an imaging library writes. */
export type EncodedFormat = 'jpeg' | 'webp';

export interface EncodeAsked {
  readonly format: EncodedFormat;
  /** 1..100. */
  readonly quality: number;
  /** WebP alone: whether every pixel stays as it is. */
  readonly lossless?: boolean;
}

export interface OutputWork {
  readonly env: OutputEnv;
  readonly job: Job;
  /** The passes that are taken out, in print order. */
  readonly passes: readonly Pass[];
  /** Is called with the share done, 0..1. */
  progress?(share: number): void;
}

export type EstimateWork = Pick<OutputWork, 'env' | 'job' | 'passes'>;

/** One thing that can be taken out of a job: all that is said of it anywhere stands in its entry. */
export interface Output<N extends string = string> {
  readonly name: N;
  readonly label: string;
  /** One sentence: what the file holds. */
  readonly about: string;
  /** Ending of the file, without the dot. */
  readonly ending: string;
  /** Media type. */
  readonly type: string;
  /** Whether it is of one pass or of the whole job. */
  readonly of: 'pass' | 'job';
  /** Whether plates must have one bit a pixel, as a press takes them. */
  readonly oneBit: boolean;
  /** Whether it holds the frames of a clip; others show one moment of a job. */
  readonly moves?: boolean;
  /** What its file is called, behind the job's title and, of a pass, the pass's name. */
  readonly fileName: string;
  /** Says why a job cannot give it, in one sentence; null if it can. Left out where nothing else is in the way. */
  fault?(job: Job): string | null;
  write(work: OutputWork, sink: OutputSink): Promise<void>;
  /** Bytes that the file will have, nearly. */
  estimate(work: EstimateWork): number | Promise<number>;
}

/** Keeps the name of an output as a type. */
export const output = <const N extends string>(entry: Output<N>): Output<N> => entry;
