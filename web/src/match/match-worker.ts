import { type Findings, findPrint, ScanError, type ScanPixels } from '@chromatype/core';
import * as Comlink from 'comlink';

/** What was found, or why nothing was, in one sentence. */
export type Answer = { readonly findings: Findings } | { readonly refused: string };

const api = {
  find(scan: ScanPixels, ppi: number, report: (share: number) => void): Answer {
    try {
      return { findings: findPrint(scan, { ppi, report }) };
    } catch (error) {
      if (error instanceof ScanError) return { refused: error.message };
      throw error;
    }
  },
};

export type MatchApi = typeof api;

Comlink.expose(api);
