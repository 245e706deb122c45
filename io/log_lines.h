// Lines of a log, of a text at hand or of a file of any size. In: bytes. Out: one line after the other, as UTF-8.
#pragma once

#include <memory>
#include <string>
#include <string_view>

namespace plucky {

class FileReader;

class LogLines {
 public:
  /// The text must outlive it.
  explicit LogLines(std::string_view text);
  explicit LogLines(std::unique_ptr<FileReader> file);
  ~LogLines();
  /// False at the end. The line has no line end and lasts until the next call; one of more than a million bytes is cut.
  [[nodiscard]] bool next(std::string_view& line);
  /// Of all bytes that are taken.
  [[nodiscard]] double share() const;

 private:
  void refill();
  std::string_view text_;
  std::size_t at_ = 0;
  std::unique_ptr<FileReader> file_;
  std::string buffer_;
  std::size_t taken_ = 0;
  bool ended_ = true;
  enum class Wide { no, little, big } wide_ = Wide::no;  ///< two bytes a letter, and which comes first
  bool begun_ = false;
};

/// The first bytes of a file as UTF-8, to see what it is. Throws InvalidInput with path and reason.
[[nodiscard]] std::string log_head(const std::string& path, std::size_t most = std::size_t{1} << 16);
/// Text of whatever encoding as UTF-8: what is none is taken for Latin-1.
[[nodiscard]] std::string as_utf8(std::string_view text);

}  // namespace plucky
