import type { FileSink } from '../../formats/tiff.ts';
import {
  PDFCrossRefSection,
  type PDFDict,
  type PDFDocument,
  PDFHeader,
  type PDFObject,
  type PDFRef,
  PDFStream,
  PDFTrailer,
  PDFTrailerDict,
} from 'pdf-lib';
import type { Held } from '../output.ts';

/** A stream whose bytes lie on the disk until the document is written. */
export class HeldStream extends PDFStream {
  constructor(
    dict: PDFDict,
    readonly held: Held,
  ) {
    super(dict);
  }

  override getContentsSize(): number {
    return this.held.length;
  }
}

type Serial = Pick<PDFObject, 'sizeInBytes' | 'copyBytesInto'>;

function bytesOf(part: Serial): Uint8Array {
  const bytes = new Uint8Array(part.sizeInBytes());
  part.copyBytesInto(bytes, 0);
  return bytes;
}

/** Writes a document object by object (ISO 32000-1, 7.5), so that its large streams are never in memory whole. */
export async function writePdf(pdf: PDFDocument, sink: FileSink): Promise<void> {
  await pdf.flush();
  const { context } = pdf;
  let at = 0;
  const write = (bytes: Uint8Array): void => {
    sink.write(bytes);
    at += bytes.length;
  };
  const text = (words: string): void => write(new TextEncoder().encode(words));
  write(bytesOf(PDFHeader.forVersion(1, 7)));
  text('\n\n');
  const xref = PDFCrossRefSection.create();
  const object = (ref: PDFRef, value: PDFObject): void => {
    xref.addEntry(ref, at);
    text(`${ref.objectNumber} ${ref.generationNumber} obj\n`);
    if (value instanceof HeldStream) {
      value.updateDict();
      write(bytesOf(value.dict));
      text('\nstream\n');
      for (const piece of value.held.pieces()) write(piece);
      text('\nendstream');
    } else write(bytesOf(value));
    text('\nendobj\n\n');
  };
  for (const [ref, value] of context.enumerateIndirectObjects()) object(ref, value);
  const start = at;
  write(bytesOf(xref));
  text('\n');
  const { Root, Info } = context.trailerInfo;
  write(bytesOf(PDFTrailerDict.of(context.obj({ Size: context.largestObjectNumber + 1, Root, Info }))));
  text('\n\n');
  write(bytesOf(PDFTrailer.forLastCrossRefSectionOffset(start)));
}
