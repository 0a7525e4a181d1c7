/** One thing that can be taken out of a job. */
export interface OutputKindEntry {
  readonly name: string;
  readonly label: string;
  readonly about: string;
  readonly ending: string;
  readonly type: string;
  /** Asks for one pass by its id. */
  readonly ofPass: boolean;
}

/** Everything that can be taken out of a job. */
export const OUTPUT_KINDS = [
  {
    name: 'sheet',
    label: 'Sheet in colour',
    about: 'PNG of the print, every pixel of its plates.',
    ending: 'png',
    type: 'image/png',
    ofPass: false,
  },
  {
    name: 'plate',
    label: 'Plate',
    about: 'PNG, one bit; ink is black.',
    ending: 'png',
    type: 'image/png',
    ofPass: true,
  },
  {
    name: 'plate-tif',
    label: 'Plate, TIFF',
    about: 'One bit, packed by CCITT G4, with margin and marks.',
    ending: 'tif',
    type: 'image/tiff',
    ofPass: true,
  },
  {
    name: 'plates-pdf',
    label: 'Plates, PDF',
    about: 'A page for each plate in black, with margin and marks.',
    ending: 'pdf',
    type: 'application/pdf',
    ofPass: false,
  },
  {
    name: 'composite-pdf',
    label: 'Named inks, PDF',
    about: 'One page; every plate in an ink of its own name that overprints, for a print shop.',
    ending: 'pdf',
    type: 'application/pdf',
    ofPass: false,
  },
  {
    name: 'proof',
    label: 'Proof, PNG',
    about: 'The print as it is seen from afar, in sRGB.',
    ending: 'png',
    type: 'image/png',
    ofPass: false,
  },
  {
    name: 'proof-pdf',
    label: 'Proof, PDF',
    about: 'The same on a page of the sheet’s size, with its colour profile.',
    ending: 'pdf',
    type: 'application/pdf',
    ofPass: false,
  },
  {
    name: 'package',
    label: 'Everything, ZIP',
    about: 'All plates as TIFF and PNG, both PDFs, the proof, the job and a ticket in words.',
    ending: 'zip',
    type: 'application/zip',
    ofPass: false,
  },
] as const satisfies readonly OutputKindEntry[];

export type OutputKind = (typeof OUTPUT_KINDS)[number]['name'];

export const outputKind = (name: string): OutputKindEntry => OUTPUT_KINDS.find((k) => k.name === name)!;
