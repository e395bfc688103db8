// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <stop_token>

#include "report/page_setup.h"
#include "report/report.h"
#include "terms/result.h"

namespace underpaint {

/// The report as PDF, in one step, so that what was there before is whole: text as text, charts as
/// vectors, fonts embedded, pictures as JPEG of the size that the report has them in. What it
/// says of when it was made is the report's date. Needs a QGuiApplication.
[[nodiscard]] Done write_pdf(const std::filesystem::path& path, const Report& report,
                             const PageSetup& setup, const std::stop_token& stop = {});

class PageLayout;

/// The same of pages that are laid out already.
[[nodiscard]] Done write_pdf(const std::filesystem::path& path, const PageLayout& layout,
                             const std::stop_token& stop = {});

/// The same for a program that has no QGuiApplication, and needs no screen: byte for byte.
[[nodiscard]] Done write_pdf_without_window(const std::filesystem::path& path, const Report& report,
                                            const PageSetup& setup);

}  // namespace underpaint
