interface Window {
  chromatype?: { plateDigest(pass: number): Promise<string> };
}
