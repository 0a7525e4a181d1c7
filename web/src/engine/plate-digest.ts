import { useOpenJob } from '../document/store.ts';
import { enginePool } from './pool.ts';

declare global {
  interface Window {
    /** For checking from the browser's console that this browser makes the very plates the server makes. */
    chromatype?: { plateDigest(pass: number): Promise<string> };
  }
}

/** Offers `chromatype.plateDigest(n)`: size and SHA-256 of the n-th pass's packed plate rows, ink = 1. */
export function offerPlateDigest(): void {
  window.chromatype = {
    plateDigest(n) {
      const { job } = useOpenJob.getState();
      const pass = job?.passes[n];
      if (!job || !pass) return Promise.reject(new Error('There is no such pass.'));
      return enginePool().sampler.plateDigest(job, pass);
    },
  };
}
