import { open } from 'node:fs/promises';

/** The first bytes of a file, as many as there are. */
export async function headOf(file: string, bytes = 512): Promise<Buffer> {
  const handle = await open(file, 'r');
  try {
    const head = Buffer.alloc(bytes);
    const { bytesRead } = await handle.read(head, 0, bytes, 0);
    return head.subarray(0, bytesRead);
  } finally {
    await handle.close();
  }
}
