// SPDX-License-Identifier: GPL-3.0-or-later
#include "pages/pdf_outline.h"

#include <qpdf/QPDF.hh>
#include <qpdf/QPDFPageDocumentHelper.hh>
#include <qpdf/QPDFWriter.hh>

#include "pages/page_layout.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

/// A dictionary of its own in the file, that others can point at.
QPDFObjectHandle new_dictionary(QPDF& pdf) {
    return pdf.makeIndirectObject(QPDFObjectHandle::newDictionary());
}

/// \param pages of the file, in order
void add_bookmarks(QPDF& pdf, const std::vector<QPDFPageObjectHelper>& pages,
                   const PageLayout& layout) {
    const auto& sections = layout.report().sections;
    if (sections.empty()) return;
    QPDFObjectHandle outline = new_dictionary(pdf), last;
    outline.replaceKey("/Type", QPDFObjectHandle::newName("/Outlines"));
    outline.replaceKey("/Count",
                       QPDFObjectHandle::newInteger(static_cast<long long>(sections.size())));
    for (std::size_t i = 0; i < sections.size(); ++i) {
        const PageLayout::Place& place = layout.place_of(i);
        // A PDF's points are counted from the lower edge.
        const double top = size_of(layout.setup()).height() - place.top;
        QPDFObjectHandle bookmark = new_dictionary(pdf);
        bookmark.replaceKey("/Title",
                            QPDFObjectHandle::newUnicodeString(printable(sections[i].title)));
        bookmark.replaceKey("/Parent", outline);
        bookmark.replaceKey("/Dest",
                            QPDFObjectHandle::newArray(
                                {pages[static_cast<std::size_t>(place.page)].getObjectHandle(),
                                 QPDFObjectHandle::newName("/XYZ"), QPDFObjectHandle::newNull(),
                                 QPDFObjectHandle::newReal(top, 2), QPDFObjectHandle::newNull()}));
        if (i == 0) {
            outline.replaceKey("/First", bookmark);
        } else {
            bookmark.replaceKey("/Prev", last);
            last.replaceKey("/Next", bookmark);
        }
        last = bookmark;
    }
    outline.replaceKey("/Last", last);
    pdf.getRoot().replaceKey("/Outlines", outline);
}

}  // namespace

Result<std::string> with_outline(const std::filesystem::path& path, const std::string& pdf,
                                 const PageLayout& layout) {
    try {
        QPDF file;
        file.processMemoryFile("report", pdf.data(), pdf.size());
        add_bookmarks(file, QPDFPageDocumentHelper(file).getAllPages(), layout);
        QPDFObjectHandle root = file.getRoot(), shown = QPDFObjectHandle::newDictionary();
        shown.replaceKey("/DisplayDocTitle", QPDFObjectHandle::newBool(true));
        root.replaceKey("/ViewerPreferences", shown);
        root.replaceKey("/Lang", QPDFObjectHandle::newString("en"));
        QPDFWriter writer(file);
        writer.setOutputMemory();
        writer.setDeterministicID(true);
        writer.write();
        const std::shared_ptr<Buffer> made = writer.getBufferSharedPointer();
        return std::string(reinterpret_cast<const char*>(made->getBuffer()), made->getSize());
    } catch (const std::exception& error) {
        return trouble(path.string(),
                       std::string("bookmarks can't be made: ") + error.what() + ".");
    }
}

}  // namespace underpaint
