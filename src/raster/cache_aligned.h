// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstddef>
#include <new>
#include <vector>

namespace underpaint {

/// Hands out memory that begins at a cache line, so that no vector of a kernel lies across two.
template <class T>
struct CacheAligned {
    using value_type = T;
    static constexpr std::align_val_t kLine{64};

    CacheAligned() = default;
    template <class U>
    CacheAligned(const CacheAligned<U>&) {}

    T* allocate(std::size_t count) {
        return static_cast<T*>(::operator new(count * sizeof(T), kLine));
    }
    void deallocate(T* memory, std::size_t) { ::operator delete(memory, kLine); }
    friend bool operator==(const CacheAligned&, const CacheAligned&) { return true; }
};

using AlignedFloats = std::vector<float, CacheAligned<float>>;

}  // namespace underpaint
