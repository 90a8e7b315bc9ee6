#!/usr/bin/python3
"""Makes the paper's fonts: the page's own faces, with what they lack (eighths, Greek, Cyrillic, arrows) from Noto Sans.

Needs Debian's python3-fonttools, python3-brotli and fonts-noto-core, and the page's packages in ui/node_modules. Run from the root of the project;
the result is committed, and nothing of this is needed to build or to run.
"""
import io
import sys

from fontTools import subset
from fontTools.merge import Merger, Options
from fontTools.ttLib import TTFont
from fontTools.ttLib.scaleUpem import scale_upem
from fontTools.varLib import instancer

NOTO = "/usr/share/fonts/truetype/noto/NotoSans-%s.ttf"
TEXT = "ui/node_modules/@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-%s-%d-normal.woff2"
ANSWER = "ui/node_modules/@fontsource-variable/bricolage-grotesque/files/bricolage-grotesque-%s-standard-normal.woff2"
WANTED = [*range(0x20, 0x7F), *range(0xA0, 0x250), *range(0x2C6, 0x2DE), *range(0x370, 0x400), *range(0x400, 0x530), *range(0x1E00, 0x1F00),
          *range(0x300, 0x370), *range(0x2000, 0x2028), *range(0x202F, 0x2045), *range(0x2070, 0x2090), *range(0x20A0, 0x20C0), *range(0x2150, 0x2160), *range(0x2190, 0x2196),
          0x2116, 0x2122, 0x2202, 0x2206, 0x2212, 0x2215, 0x221E, 0x2248, 0xFFFD, 0x2260, 0x2264, 0x2265]


def part(font, have):
    """The glyphs of a font that are wanted and not there yet, as plain outlines at 1000 units."""
    if "fvar" in font:
        axes = {a.axisTag: {"wght": 700, "wdth": 100, "opsz": 14}.get(a.axisTag, a.defaultValue) for a in font["fvar"].axes}
        font = instancer.instantiateVariableFont(font, axes)
    take = [c for c in WANTED if c in font.getBestCmap() and c not in have]
    if not take:
        return None
    options = subset.Options(layout_features=[], hinting=False, notdef_outline=True, name_IDs=[], drop_tables=["GSUB", "GPOS", "GDEF", "kern", "STAT", "meta", "DSIG", "MVAR", "HVAR", "avar", "gasp"])
    cut = subset.Subsetter(options)
    cut.populate(unicodes=take)
    cut.subset(font)
    font.flavor = None
    scale_upem(font, 1000)
    have.update(take)
    out = io.BytesIO()
    font.save(out)
    out.seek(0)
    return out


def make(name, sources):
    have, parts = set(), []
    for font in sources:
        p = part(font, have)
        if p:
            parts.append(p)
    options = Options()
    options.drop_tables = ["GSUB", "GPOS", "GDEF", "name", "post"]
    merged = Merger(options).merge(parts)
    first = TTFont(sources_of[name])
    assert first["head"].unitsPerEm == 1000 or scale_upem(first, 1000) is None
    for table in ("name", "post"):
        merged[table] = first[table]
    merged["post"].formatType = 3.0
    for table, fields in {"hhea": ("ascent", "descent", "lineGap"), "OS/2": ("sTypoAscender", "sTypoDescender", "sTypoLineGap", "usWinAscent", "usWinDescent", "sxHeight", "sCapHeight", "usWeightClass")}.items():
        for field in fields:  # lines stand as far apart as in the page's own face
            setattr(merged[table], field, getattr(first[table], field))
    merged.save(f"paper/fonts/{name}.ttf")
    print(name, len(merged.getGlyphOrder()), "glyphs; lacks", "".join(chr(c) for c in WANTED if c not in merged.getBestCmap() and chr(c).isprintable())[:60], file=sys.stderr)


sources_of = {"text-400": TEXT % ("latin", 400), "text-700": TEXT % ("latin", 700), "answer-700": ANSWER % "latin"}
make("text-400", [TTFont(TEXT % ("latin", 400)), TTFont(TEXT % ("latin-ext", 400)), TTFont(NOTO % "Regular")])
make("text-700", [TTFont(TEXT % ("latin", 700)), TTFont(TEXT % ("latin-ext", 700)), TTFont(NOTO % "Bold")])
make("answer-700", [TTFont(ANSWER % "latin"), TTFont(ANSWER % "latin-ext"), TTFont(NOTO % "Bold")])
