/** Bytes at the beginning of an archive in which the name of its first member stands. */
const HEAD = 120;

/** Whether a file is a whole job with its pictures: an archive that begins with the list of one, or is called so. */
export async function isJobFile(file: File): Promise<boolean> {
  if (/\.chromatype\.zip$/i.test(file.name)) return true;
  const head = new TextDecoder('latin1').decode(await file.slice(0, HEAD).arrayBuffer());
  return head.startsWith('PK') && head.includes('chromatype-job.json');
}
