// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#if defined(__has_feature)
#if __has_feature(thread_sanitizer)
#define UNDERPAINT_THREAD_SANITIZER 1
#endif
#endif
#if defined(__SANITIZE_THREAD__)
#define UNDERPAINT_THREAD_SANITIZER 1
#endif

#ifdef UNDERPAINT_THREAD_SANITIZER
extern "C" {
void __tsan_acquire(void* address);
void __tsan_release(void* address);
}
#endif

namespace underpaint {

// Tells ThreadSanitizer that what one thread did before hand_over(at) is seen by another after
// taken_over(at). The libraries that hand work over, oneTBB and Qt, are not compiled for it, so
// that it can't see this for itself. Otherwise nothing.

#ifdef UNDERPAINT_THREAD_SANITIZER
inline void hand_over(const void* at) {
    __tsan_release(const_cast<void*>(at));
}
inline void taken_over(const void* at) {
    __tsan_acquire(const_cast<void*>(at));
}
#else
inline void hand_over(const void*) {}
inline void taken_over(const void*) {}
#endif

}  // namespace underpaint
