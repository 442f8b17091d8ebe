/*
 * A disk that forgets what was not synced, for tests: loaded before a process (LD_PRELOAD), it keeps in another folder
 * what of a watched folder would be there after a power cut.
 *
 * A file's bytes and its size go there with fsync or fdatasync of the file; names (a new file, a rename, a removal) with
 * fsync of the folder that they are in, and a new file's own name with its own fsync, as on ext4. Nothing else does.
 *
 * POWER_CUT_WATCH  the folder of the process     POWER_CUT_KEEP  what the disk would hold
 */
#define _GNU_SOURCE
#include <dlfcn.h>
#include <dirent.h>
#include <errno.h>
#include <fcntl.h>
#include <limits.h>
#include <pthread.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <sys/stat.h>
#include <unistd.h>

static pthread_mutex_t lock = PTHREAD_MUTEX_INITIALIZER;
static int (*real_fsync)(int), (*real_fdatasync)(int);

static const char *watched(void) { return getenv("POWER_CUT_WATCH"); }
static const char *keep(void) { return getenv("POWER_CUT_KEEP"); }

/* The path in the other folder of one in the watched folder; 0 where it is none of it. */
static int kept_path(const char *path, char *out) {
  size_t length = watched() ? strlen(watched()) : 0;
  if (!length || strncmp(path, watched(), length) || (path[length] && path[length] != '/')) return 0;
  snprintf(out, PATH_MAX, "%s%s", keep(), path + length);
  return 1;
}

static void make_parents(const char *path) {
  char part[PATH_MAX];
  snprintf(part, sizeof part, "%s", path);
  for (char *at = part + 1; *at; at++)
    if (*at == '/') {
      *at = 0;
      mkdir(part, 0700);
      *at = '/';
    }
}

static void copy_file(int from, const char *to) {
  static char buffer[1 << 16];
  struct stat info;
  if (fstat(from, &info)) return;
  make_parents(to);
  int out = open(to, O_RDWR | O_CREAT, 0600);
  if (out < 0) return;
  static char there[1 << 16];
  for (off_t at = 0; at < info.st_size;) {
    ssize_t got = pread(from, buffer, sizeof buffer, at);
    if (got <= 0) break;
    /* Most of a large file is as it was: only what differs is written. */
    if (pread(out, there, got, at) != got || memcmp(buffer, there, got)) {
      if (pwrite(out, buffer, got, at) != got) break;
    }
    at += got;
  }
  if (ftruncate(out, info.st_size)) {}
  close(out);
}

static void remove_tree(const char *path) {
  struct stat info;
  if (lstat(path, &info)) return;
  if (S_ISDIR(info.st_mode)) {
    DIR *dir = opendir(path);
    for (struct dirent *each; dir && (each = readdir(dir));) {
      if (!strcmp(each->d_name, ".") || !strcmp(each->d_name, "..")) continue;
      char below[PATH_MAX];
      snprintf(below, sizeof below, "%s/%s", path, each->d_name);
      remove_tree(below);
    }
    if (dir) closedir(dir);
    rmdir(path);
  } else unlink(path);
}

/* Names in a folder become as they are: gone ones go, new folders come, and a renamed file comes with what it holds. */
static void sync_names(const char *path, const char *to) {
  make_parents(to);
  mkdir(to, 0700);
  DIR *dir = opendir(to);
  for (struct dirent *each; dir && (each = readdir(dir));) {
    if (!strcmp(each->d_name, ".") || !strcmp(each->d_name, "..")) continue;
    char here[PATH_MAX], there[PATH_MAX];
    struct stat info;
    snprintf(here, sizeof here, "%s/%s", path, each->d_name);
    snprintf(there, sizeof there, "%s/%s", to, each->d_name);
    if (lstat(here, &info)) remove_tree(there);
  }
  if (dir) closedir(dir);
  dir = opendir(path);
  for (struct dirent *each; dir && (each = readdir(dir));) {
    if (!strcmp(each->d_name, ".") || !strcmp(each->d_name, "..")) continue;
    char here[PATH_MAX], there[PATH_MAX];
    struct stat info, old;
    snprintf(here, sizeof here, "%s/%s", path, each->d_name);
    snprintf(there, sizeof there, "%s/%s", to, each->d_name);
    if (lstat(here, &info)) continue;
    if (S_ISDIR(info.st_mode)) mkdir(there, 0700);
    else if (lstat(there, &old)) {
      /* A name that is new here: a renamed file was synced under its old one, a fresh one holds nothing yet. */
      char marker[PATH_MAX];
      snprintf(marker, sizeof marker, "%s/.inode-%lu", keep(), (unsigned long)info.st_ino);
      int from = access(marker, F_OK) ? -1 : open(here, O_RDONLY);
      int out = open(there, O_RDWR | O_CREAT, 0600);
      if (out >= 0) close(out);
      if (from >= 0) {
        copy_file(from, there);
        close(from);
      }
    }
  }
  if (dir) closedir(dir);
}

static void synced(int fd) {
  char link[64], path[PATH_MAX], to[PATH_MAX];
  snprintf(link, sizeof link, "/proc/self/fd/%d", fd);
  ssize_t length = readlink(link, path, sizeof path - 1);
  if (length <= 0) return;
  path[length] = 0;
  if (!kept_path(path, to)) return;
  pthread_mutex_lock(&lock);
  struct stat info;
  if (!fstat(fd, &info)) {
    if (S_ISDIR(info.st_mode)) sync_names(path, to);
    else {
      copy_file(fd, to);
      char marker[PATH_MAX];
      snprintf(marker, sizeof marker, "%s/.inode-%lu", keep(), (unsigned long)info.st_ino);
      int mark = open(marker, O_CREAT | O_WRONLY, 0600);
      if (mark >= 0) close(mark);
    }
  }
  pthread_mutex_unlock(&lock);
}

int fsync(int fd) {
  if (!real_fsync) real_fsync = dlsym(RTLD_NEXT, "fsync");
  int result = real_fsync(fd);
  if (!result) synced(fd);
  return result;
}

int fdatasync(int fd) {
  if (!real_fdatasync) real_fdatasync = dlsym(RTLD_NEXT, "fdatasync");
  int result = real_fdatasync(fd);
  if (!result) synced(fd);
  return result;
}
