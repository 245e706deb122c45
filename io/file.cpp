#include "io/file.h"

#include <dirent.h>
#include <fcntl.h>
#include <fmt/format.h>
#include <sys/file.h>
#include <sys/stat.h>
#include <unistd.h>

#include <cerrno>
#include <climits>
#include <cstdlib>
#include <cstring>
#include <filesystem>
#include <memory>
#include <random>
#include <utility>

#include "base/error.h"

namespace plucky {

namespace {

/// Begins the name of a file that is being written, hidden beside its target.
constexpr const char* unfinished = ".plucky-unfinished-";

class Descriptor {
 public:
  explicit Descriptor(int fd) : fd_(fd) {}
  ~Descriptor() {
    if (fd_ >= 0) ::close(fd_);
  }
  Descriptor(const Descriptor&) = delete;
  Descriptor& operator=(const Descriptor&) = delete;
  [[nodiscard]] int get() const { return fd_; }

 private:
  int fd_;
};

[[noreturn]] void fail(const std::string& path, const char* what) {
  throw InvalidInput(path, Text("{0}: {1}", what, std::string(std::strerror(errno))));
}

/// The file that a link stands for; the path itself where there is none.
std::string behind_links(const std::string& path) {
  struct stat info {};
  if (::lstat(path.c_str(), &info) != 0 || !S_ISLNK(info.st_mode)) return path;
  const std::unique_ptr<char, void (*)(void*)> real(::realpath(path.c_str(), nullptr), &std::free);
  if (real) return real.get();
  char target[PATH_MAX];
  const ssize_t n = ::readlink(path.c_str(), target, sizeof target);
  if (n <= 0 || static_cast<std::size_t>(n) == sizeof target) fail(path, "its link cannot be followed");
  const std::string to(target, static_cast<std::size_t>(n));
  const auto slash = path.rfind('/');
  const std::string next = to.front() == '/' || slash == std::string::npos ? to : path.substr(0, slash + 1) + to;
  if (::lstat(next.c_str(), &info) == 0 && S_ISLNK(info.st_mode))
    throw InvalidInput(path, "its link leads to another one that leads nowhere");
  return next;  // a link to a file that is still to come
}

std::string folder_of(const std::string& path) {
  const auto slash = path.rfind('/');
  return slash == std::string::npos ? "./" : path.substr(0, slash + 1);
}

/// What a writer that was killed left behind: nobody holds its lock any more.
void clear_left_behind(const std::string& folder) {
  const std::unique_ptr<DIR, int (*)(DIR*)> dir(::opendir(folder.c_str()), &::closedir);
  if (!dir) return;
  while (const dirent* entry = ::readdir(dir.get())) {
    if (std::strncmp(entry->d_name, unfinished, std::strlen(unfinished)) != 0) continue;
    const std::string name = folder + entry->d_name;
    const Descriptor file(::open(name.c_str(), O_RDONLY | O_NOFOLLOW | O_CLOEXEC));
    if (file.get() >= 0 && ::flock(file.get(), LOCK_EX | LOCK_NB) == 0) ::unlink(name.c_str());
  }
}

/// A fresh hidden file in the folder, locked as long as it is open, and its name.
int fresh_file(const std::string& folder, std::string& name) {
  std::random_device random;
  for (int tries = 0; tries < 100; ++tries) {
    name = folder + fmt::format("{}{}-{:08x}", unfinished, ::getpid(), random());
    const int fd = ::open(name.c_str(), O_RDWR | O_CREAT | O_EXCL | O_NOFOLLOW | O_CLOEXEC, 0600);
    if (fd < 0 && errno == EEXIST) continue;
    if (fd < 0) return fd;
    struct stat info {};
    if (::flock(fd, LOCK_EX | LOCK_NB) == 0 && ::fstat(fd, &info) == 0 && info.st_nlink > 0) return fd;
    ::close(fd);  // another program took it for a leftover before it was locked
    ::unlink(name.c_str());
  }
  return -1;
}

}  // namespace

FileReader::FileReader(std::string path) : path_(std::move(path)) {
  // A pipe or a device would let a reader wait for ever; only when it is none is it opened for good.
  file_ = ::open(path_.c_str(), O_RDONLY | O_NONBLOCK | O_CLOEXEC);
  struct stat info {};
  const auto refuse = [&](const Text& why) {
    if (file_ >= 0) ::close(file_);
    throw InvalidInput(path_, why);
  };
  if (file_ < 0 || ::fstat(file_, &info) != 0) refuse(Text(std::string(std::strerror(errno))));
  if (S_ISDIR(info.st_mode)) refuse("is a folder");
  if (!S_ISREG(info.st_mode)) refuse("is not a file but a pipe, a socket or a device");
  size_ = static_cast<std::size_t>(info.st_size);
}

FileReader::~FileReader() {
  ::close(file_);
}

std::size_t FileReader::read(char* to, std::size_t most) {
  for (;;) {
    const ssize_t n = ::read(file_, to, most);
    if (n >= 0) return static_cast<std::size_t>(n);
    if (errno != EINTR) throw InvalidInput(path_, "could not be read to its end");
  }
}

std::string FileReader::next(std::size_t most) {
  std::string bytes(most, '\0');
  std::size_t done = 0;
  while (done < most) {
    const std::size_t n = read(bytes.data() + done, most - done);
    if (n == 0) break;
    done += n;
  }
  bytes.resize(done);
  return bytes;
}

std::string read_file(const std::string& path, std::size_t most) {
  FileReader file(path);
  if (file.size() > most) throw InvalidInput(path, Text("is {0} bytes long; at most {1} are read", file.size(), most));
  return file.next(file.size());
}

FileStamp stamp_of(const std::string& path) {
  struct stat info {};
  if (::stat(path.c_str(), &info) != 0) return {};
  return {static_cast<std::uint64_t>(info.st_ino), static_cast<std::int64_t>(info.st_size),
          static_cast<std::int64_t>(info.st_mtim.tv_sec) * 1'000'000'000 + info.st_mtim.tv_nsec};
}

void make_folder(const std::string& path) {
  std::error_code why;
  std::filesystem::create_directories(path, why);
  if (!std::filesystem::is_directory(path)) throw InvalidInput(path, "is no folder and cannot be made one");
}

void write_file_atomically(const std::string& path, const std::string& bytes) {
  const std::string target = behind_links(path), folder = folder_of(target);
  struct stat old {};
  const bool there = ::stat(target.c_str(), &old) == 0;
  if (there && S_ISDIR(old.st_mode)) throw InvalidInput(path, "is a folder");
  if (there && !S_ISREG(old.st_mode)) throw InvalidInput(path, "is a pipe, a socket or a device; nothing was written");
  if (there && (old.st_mode & 0222) == 0)
    throw InvalidInput(path, "may only be read; nothing was written. Save under another name");
  clear_left_behind(folder);
  std::string name;
  const Descriptor file(fresh_file(folder, name));
  if (file.get() < 0) fail(path, "cannot be written");
  const auto give_up = [&](const char* step) {
    const int why = errno;
    ::unlink(name.c_str());
    errno = why;
    fail(path, step);
  };
  for (std::size_t done = 0; done < bytes.size();) {
    const ssize_t n = ::write(file.get(), bytes.data() + done, bytes.size() - done);
    if (n < 0 && errno == EINTR) continue;
    if (n <= 0) give_up("cannot be written");
    done += static_cast<std::size_t>(n);
  }
  const mode_t mask = ::umask(0);
  ::umask(mask);
  ::fchmod(file.get(), there ? old.st_mode & 0777 : 0666 & ~mask);
  if (::fsync(file.get()) != 0) give_up("cannot be flushed to disk");
  if (::rename(name.c_str(), target.c_str()) != 0) give_up("cannot be put in place");
  const Descriptor dir(::open(folder.c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC));
  if (dir.get() >= 0) ::fsync(dir.get());
}

}  // namespace plucky
