// Bytes that never change, shared by every copy. In: bytes. Out: the same, compared by content.
#pragma once

#include <memory>
#include <string>

namespace plucky {

/// An attachment of a boat. Copies share the bytes, so undo steps and mouse moves cost nothing for it.
class Blob {
 public:
  Blob() = default;
  explicit Blob(std::string bytes) : bytes_(std::make_shared<const std::string>(std::move(bytes))) {}
  [[nodiscard]] const std::string& bytes() const {
    static const std::string none;
    return bytes_ ? *bytes_ : none;
  }
  bool operator==(const Blob& other) const { return bytes_ == other.bytes_ || bytes() == other.bytes(); }

 private:
  std::shared_ptr<const std::string> bytes_;
};

}  // namespace plucky
