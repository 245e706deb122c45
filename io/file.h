// Whole files in and out. In: a path. Out: bytes; writing is atomic.
#pragma once

#include <cstdint>
#include <string>

namespace plucky {

/// A file read piece by piece, however large it is. Refuses pipes and devices as read_file() does.
class FileReader {
 public:
  explicit FileReader(std::string path);
  ~FileReader();
  FileReader(const FileReader&) = delete;
  FileReader& operator=(const FileReader&) = delete;
  /// Bytes that were read into `to`; 0 at the end. Throws InvalidInput with path and reason.
  [[nodiscard]] std::size_t read(char* to, std::size_t most);
  /// The next so many bytes, fewer at the end.
  [[nodiscard]] std::string next(std::size_t most);
  /// When it was opened.
  [[nodiscard]] std::size_t size() const { return size_; }
  [[nodiscard]] const std::string& path() const { return path_; }

 private:
  std::string path_;
  int file_ = -1;
  std::size_t size_ = 0;
};

/// Reads a file of at most `most` bytes. Throws InvalidInput with path and reason, also for pipes and devices, which
/// could keep a reader waiting for ever.
[[nodiscard]] std::string read_file(const std::string& path, std::size_t most);

/// What tells whether another program has written a file since: its node, size and time. All zero where there is none.
struct FileStamp {
  std::uint64_t node = 0;
  std::int64_t size = 0, changed_ns = 0;
  bool operator==(const FileStamp&) const = default;
};
[[nodiscard]] FileStamp stamp_of(const std::string& path);

/// Writes beside the target, flushes to disk, renames over it: at any moment the target is the old file or the new one.
/// A link is followed, its target replaced. What writers that were killed left in the folder is cleared away. Throws
/// InvalidInput with path and reason, also for a target that may only be read or is no file; it is then untouched.
void write_file_atomically(const std::string& path, const std::string& bytes);
/// Makes a folder, and those it lies in, where there is none. Throws InvalidInput when it is none afterwards.
void make_folder(const std::string& path);

}  // namespace plucky
