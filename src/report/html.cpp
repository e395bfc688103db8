// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/html.h"

#include <fmt/format.h>

#include "files/jpeg.h"
#include "palette/hex.h"
#include "report/html_text.h"

namespace underpaint {
namespace {

constexpr int kJpegQuality = 90;

/// Greys alone, as in the window; the type is whatever the reader has.
constexpr std::string_view kStyle = R"(
:root{color-scheme:light dark;--text:#1c1c1c;--soft:#5a5a5a;--rule:#c8c8c8;--ground:#fafafa}
@media (prefers-color-scheme:dark){:root{--text:#dcdcdc;--soft:#a8a8a8;--rule:#4a4a4a;--ground:#262626}}
@media print{:root{--text:#111;--soft:#444;--rule:#bbb;--ground:#fff}}
body{margin:0;background:var(--ground);color:var(--text);font:15px/1.45 system-ui,sans-serif;overflow-wrap:anywhere}
main{max-width:60rem;margin:0 auto;padding:2rem 1.5rem}
h1{font-size:1.5rem;margin:0 0 .25rem}h2{font-size:1.05rem;margin:2rem 0 .5rem;break-after:avoid}
h3{font-size:.95rem;margin:1rem 0 .25rem;break-after:avoid}
.soft,figcaption,.budget,footer{color:var(--soft)}
.words{margin:1rem 0;white-space:pre-line}
table{border-collapse:collapse;width:100%;font-variant-numeric:tabular-nums}
th,td{text-align:left;padding:.3rem .75rem .3rem 0;border-bottom:1px solid var(--rule);vertical-align:top}
thead th{color:var(--soft);font-weight:normal}tbody th{font-weight:normal}
tr,figure,li,svg{break-inside:avoid}thead{display:table-header-group}
.row{display:flex;flex-wrap:wrap;gap:.75rem;break-inside:avoid}.row figure{flex:1 1 14rem;margin:0}
img{display:block;width:100%;height:auto}figcaption{font-size:.85rem;margin-top:.25rem}
ul{list-style:none;margin:0;padding:0}li{margin:.3rem 0;padding-left:1.4rem;text-indent:-1.4rem}
.mark{display:inline-block;width:.7em;height:.7em;margin-right:.5rem;vertical-align:baseline}
td .mark{margin:0 .4rem 0 0}table+table{margin-top:1rem}
.bar{display:flex;height:1.6rem}.bar div{min-width:1px}
.chart{display:block;width:100%;max-width:42rem;height:auto;font-size:11px;fill:currentColor}
.chart polyline{fill:none;stroke:currentColor;stroke-width:1.5}
.chart .axis{stroke:var(--soft)}.chart .budget{stroke:var(--soft);stroke-dasharray:1 3}
footer{margin-top:2.5rem;font-size:.85rem}
)";

class HtmlWriter {
public:
    Result<std::string> write(const Report& report) {
        text_ = "<!DOCTYPE html>\n<html lang=\"en\">\n<head>\n<meta charset=\"utf-8\">\n";
        add("<meta name=\"viewport\" content=\"width=device-width, initial-scale=1\">\n"
            "<meta name=\"generator\" content=\"Faithful Underpaint\">\n<title>{}</title>\n",
            html_escaped(report.title));
        add("<style>{}</style>\n</head>\n<body>\n<main>\n", kStyle);
        add("<header>\n<h1 dir=\"auto\">{}</h1>\n<p class=\"soft\" "
            "dir=\"auto\">{}</p>\n</header>\n",
            html_escaped(report.title), html_escaped(report.subtitle));
        write_words(report.words);
        for (const Section& section : report.sections) {
            add("<section aria-labelledby=\"{0}\">\n<h2 id=\"{0}\">{1}</h2>\n",
                html_escaped(section.id), html_escaped(section.title));
            for (const Block& block : section.blocks)
                std::visit([this](const auto& each) { write_block(each); }, block);
            text_ += "</section>\n";
        }
        add("<footer>Measured by Faithful Underpaint, {}.</footer>\n</main>\n</body>\n</html>\n",
            html_escaped(report.date));
        if (trouble_) return tl::unexpected(*trouble_);
        return std::move(text_);
    }

private:
    template <class... Values>
    void add(fmt::format_string<Values...> format, Values&&... values) {
        fmt::format_to(std::back_inserter(text_), format, std::forward<Values>(values)...);
    }

    void write_words(std::string_view words) {
        while (!words.empty()) {
            const auto end = words.find("\n\n");
            const std::string_view paragraph = words.substr(0, end);
            words = end == std::string_view::npos ? std::string_view() : words.substr(end + 2);
            if (paragraph.find_first_not_of(" \n\t") == std::string_view::npos) continue;
            text_ += "<p class=\"words\" dir=\"auto\">";
            // Line breaks of the painter are kept.
            for (std::size_t at = 0; at <= paragraph.size();) {
                const auto line = paragraph.find('\n', at);
                const auto stop = std::min(line, paragraph.size());
                text_ += (at > 0 ? "<br>" : "") + html_escaped(paragraph.substr(at, stop - at));
                at = stop + 1;
            }
            text_ += "</p>\n";
        }
    }

    void write_block(const Paragraph& paragraph) {
        add("<p dir=\"auto\">{}</p>\n", html_escaped(paragraph.text));
    }
    void write_block(const MarkedLines& lines) {
        text_ += "<ul>\n";
        for (const MarkedLine& line : lines.lines) {
            text_ += "<li dir=\"auto\">";
            text_ += line.mark ? svg_mark(*line.mark) : "<span class=\"mark\"></span>";
            if (!line.label.empty()) add("<b>{}</b> ", html_escaped(line.label));
            text_ += html_escaped(line.text);
            if (!line.budget.empty())
                add(" <span class=\"budget\">({})</span>", html_escaped(line.budget));
            if (line.meant)
                add(" <em>Intended{}{}.</em>", line.meant->empty() ? "" : ": ",
                    html_escaped(*line.meant));
            text_ += "</li>\n";
        }
        text_ += "</ul>\n";
    }
    void write_block(const ReportTable& table) {
        text_ += "<table>\n<thead><tr>";
        for (const std::string& column : table.columns)
            column.empty() ? text_ += "<td></td>"
                           : text_ += "<th scope=\"col\">" + html_escaped(column) + "</th>";
        text_ += "</tr></thead>\n<tbody>\n";
        for (const auto& row : table.rows) {
            text_ += "<tr>";
            for (std::size_t i = 0; i < row.size(); ++i) {
                const std::string mark = row[i].mark ? svg_mark(*row[i].mark) : std::string();
                add("<{0} dir=\"auto\">{1}{2}</{3}>", i == 0 ? "th scope=\"row\"" : "td", mark,
                    html_escaped(row[i].text), i == 0 ? "th" : "td");
            }
            text_ += "</tr>\n";
        }
        text_ += "</tbody>\n</table>\n";
    }
    void write_block(const PictureRow& row) {
        text_ += "<div class=\"row\">\n";
        for (const ReportPicture& picture : row.pictures) {
            const auto jpeg = write_jpeg(picture.caption, picture.pixels, kJpegQuality);
            if (!jpeg) {
                trouble_ = jpeg.error();
                continue;
            }
            add("<figure><img src=\"data:image/jpeg;base64,{}\" width=\"{}\" height=\"{}\" "
                "alt=\"{}\"><figcaption dir=\"auto\">{}</figcaption></figure>\n",
                base64(*jpeg), picture.pixels.size().width, picture.pixels.size().height,
                html_escaped(picture.alt), html_escaped(picture.caption));
        }
        text_ += "</div>\n";
    }
    void write_block(const ColourBar& bar) {
        std::string alt;
        for (const ColourBar::Part& part : bar.parts)
            alt +=
                fmt::format("{}{} {:.0f}%", alt.empty() ? "" : ", ", part.name, 100 * part.share);
        add("<div class=\"bar\" role=\"img\" aria-label=\"{}\">", html_escaped(alt));
        for (const ColourBar::Part& part : bar.parts)
            if (part.share > 0)
                add("<div style=\"flex:{:.4f};background:{}\"></div>", part.share,
                    hex(part.colour));
        add("</div>\n<p class=\"soft\" dir=\"auto\">{}</p>\n", html_escaped(bar.caption));
    }
    void write_block(const LineChart& chart) {
        add("<h3>{}</h3>\n<p class=\"soft\">{}</p>\n{}\n", html_escaped(chart.title),
            html_escaped(chart.unit), svg_chart(chart));
    }

    std::string text_;
    std::optional<Trouble> trouble_;
};

}  // namespace

Result<std::string> write_html(const Report& report) {
    return HtmlWriter().write(report);
}

}  // namespace underpaint
