/** What the operating system's error codes mean, as the end of a sentence (names: POSIX.1-2017, errno.h). */
const REASONS: Readonly<Record<string, string>> = {
  EACCES: 'permission is denied',
  EPERM: 'it is not permitted',
  EROFS: 'the file system is read-only',
  ENOSPC: 'the disk is full',
  EDQUOT: 'the disk quota is used up',
  EFBIG: 'the file would be too large for this disk',
  ENOENT: 'there is no such file or folder',
  ENOTDIR: 'a part of the path is a file and not a folder',
  EISDIR: 'it is a folder',
  EEXIST: 'a file of this name is there already',
  ENAMETOOLONG: 'the name is too long',
  ELOOP: 'its links run in a circle',
  EMFILE: 'too many files are open',
  ENFILE: 'too many files are open',
  EIO: 'the disk reports an error',
  EBUSY: 'it is in use',
  EADDRINUSE: 'the port is in use',
  EADDRNOTAVAIL: 'this machine does not have that address',
  ENOTFOUND: 'there is no host of that name',
  EAI_AGAIN: 'there is no host of that name',
};

/** Why the operating system refused something, as the end of a sentence without a full stop. */
export function reasonOf(error: unknown): string {
  const { code, message } = error as NodeJS.ErrnoException;
  return REASONS[code ?? ''] ?? message?.split('\n')[0]?.replace(/\.$/, '') ?? String(error);
}
