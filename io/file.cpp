#include "io/file.h"

#include <fcntl.h>
#include <fmt/format.h>
#include <sys/stat.h>
#include <unistd.h>

#include <cerrno>
#include <cstdio>
#include <cstring>
#include <vector>

#include "base/error.h"

namespace plucky {

std::string read_file(const std::string& path, std::size_t most) {
  struct stat info {};
  if (::stat(path.c_str(), &info) != 0) throw InvalidInput(path, std::strerror(errno));
  if (S_ISDIR(info.st_mode)) throw InvalidInput(path, "is a folder");
  if (static_cast<std::size_t>(info.st_size) > most)
    throw InvalidInput(path, fmt::format("is {} bytes long; at most {} are read", info.st_size, most));
  std::FILE* file = std::fopen(path.c_str(), "rb");
  if (!file) throw InvalidInput(path, std::strerror(errno));
  std::string bytes(static_cast<std::size_t>(info.st_size), '\0');
  const std::size_t got = std::fread(bytes.data(), 1, bytes.size(), file);
  const bool failed = std::ferror(file) != 0;
  std::fclose(file);
  if (failed) throw InvalidInput(path, "could not be read to its end");
  bytes.resize(got);
  return bytes;
}

void write_file_atomically(const std::string& path, const std::string& bytes) {
  const auto slash = path.rfind('/');
  const std::string folder = slash == std::string::npos ? "." : path.substr(0, slash + 1);
  std::string name = path + ".XXXXXX";
  const int fd = ::mkstemp(name.data());
  if (fd < 0) throw InvalidInput(path, fmt::format("cannot be written: {}", std::strerror(errno)));
  const auto fail = [&](const char* step) {
    const int why = errno;
    ::close(fd);
    ::unlink(name.c_str());
    throw InvalidInput(path, fmt::format("{}: {}", step, std::strerror(why)));
  };
  for (std::size_t done = 0; done < bytes.size();) {
    const ssize_t n = ::write(fd, bytes.data() + done, bytes.size() - done);
    if (n < 0 && errno == EINTR) continue;
    if (n <= 0) fail("cannot be written");
    done += static_cast<std::size_t>(n);
  }
  struct stat old {};
  const mode_t mask = ::umask(0);
  ::umask(mask);
  ::fchmod(fd, ::stat(path.c_str(), &old) == 0 ? old.st_mode & 0777 : 0666 & ~mask);
  if (::fsync(fd) != 0) fail("cannot be flushed to disk");
  ::close(fd);
  if (::rename(name.c_str(), path.c_str()) != 0) {
    const int why = errno;
    ::unlink(name.c_str());
    throw InvalidInput(path, fmt::format("cannot be put in place: {}", std::strerror(why)));
  }
  const int dir = ::open(folder.c_str(), O_RDONLY | O_DIRECTORY);
  if (dir >= 0) {
    ::fsync(dir);
    ::close(dir);
  }
}

}  // namespace plucky
