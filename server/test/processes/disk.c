/*
 * A disk that counts its flushes and can be full, for tests with real processes: loaded before the C library
 * (LD_PRELOAD), it stands between a process and the files of one folder.
 *
 *   TEST_DISK        folder that lies on this disk
 *   TEST_DISK_FULL   while a file of this name exists, nothing more can be written (ENOSPC) and no room is free; where
 *                    the file holds a path, only below that path
 *   TEST_DISK_LOG    file that takes a line for each flush: the path that was flushed
 */
#define _GNU_SOURCE
#include <dlfcn.h>
#include <errno.h>
#include <fcntl.h>
#include <limits.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <sys/syscall.h>
#include <sys/uio.h>
#include <sys/vfs.h>
#include <unistd.h>

#define NEXT(name) ((__typeof__(&name))dlsym(RTLD_NEXT, #name))

/* The path of an open file; 0 unless it lies on this disk. */
static int path_of(int fd, char *path) {
  const char *folder = getenv("TEST_DISK");
  char link[64];
  snprintf(link, sizeof link, "/proc/self/fd/%d", fd);
  ssize_t length = readlink(link, path, PATH_MAX - 1);
  if (length < 0 || !folder) return 0;
  path[length] = 0;
  return strncmp(path, folder, strlen(folder)) == 0;
}

static int is_full(void) {
  const char *flag = getenv("TEST_DISK_FULL");
  return flag && access(flag, F_OK) == 0;
}

/* Whether a path lies where the disk is full. */
static int lies_in_full(const char *path) {
  char below[PATH_MAX + 1];
  int flag = open(getenv("TEST_DISK_FULL"), O_RDONLY);
  ssize_t length = flag < 0 ? 0 : read(flag, below, PATH_MAX);
  if (flag >= 0) close(flag);
  return strncmp(path, below, length > 0 ? length : 0) == 0;
}

static int refuses(int fd) {
  char path[PATH_MAX + 1];
  int before = errno;
  int full = is_full() && path_of(fd, path) && lies_in_full(path);
  errno = full ? ENOSPC : before;
  return full;
}

ssize_t write(int fd, const void *bytes, size_t count) {
  return refuses(fd) ? -1 : NEXT(write)(fd, bytes, count);
}
ssize_t pwrite(int fd, const void *bytes, size_t count, off_t at) {
  return refuses(fd) ? -1 : NEXT(pwrite)(fd, bytes, count, at);
}
ssize_t pwrite64(int fd, const void *bytes, size_t count, off64_t at) {
  return refuses(fd) ? -1 : NEXT(pwrite64)(fd, bytes, count, at);
}
ssize_t writev(int fd, const struct iovec *pieces, int count) {
  return refuses(fd) ? -1 : NEXT(writev)(fd, pieces, count);
}
ssize_t pwritev(int fd, const struct iovec *pieces, int count, off_t at) {
  return refuses(fd) ? -1 : NEXT(pwritev)(fd, pieces, count, at);
}
ssize_t pwritev64(int fd, const struct iovec *pieces, int count, off64_t at) {
  return refuses(fd) ? -1 : NEXT(pwritev64)(fd, pieces, count, at);
}

int statfs(const char *path, struct statfs *about) {
  int result = NEXT(statfs)(path, about);
  if (result == 0 && is_full()) about->f_bavail = 0;
  return result;
}
int statfs64(const char *path, struct statfs64 *about) {
  int result = NEXT(statfs64)(path, about);
  if (result == 0 && is_full()) about->f_bavail = 0;
  return result;
}

static void note(int fd) {
  const char *log = getenv("TEST_DISK_LOG");
  char path[PATH_MAX + 1];
  if (!log || !path_of(fd, path)) return;
  int out = open(log, O_WRONLY | O_CREAT | O_APPEND, 0600);
  if (out < 0) return;
  strcat(path, "\n");
  syscall(SYS_write, out, path, strlen(path));
  close(out);
}

int fsync(int fd) {
  note(fd);
  return NEXT(fsync)(fd);
}
int fdatasync(int fd) {
  note(fd);
  return NEXT(fdatasync)(fd);
}
