package paper

import (
	_ "embed" // fonts
	"fmt"
	"slices"
	"strings"

	"sedum/core/care"
	"sedum/words"
)

var (
	//go:embed fonts/text-400.ttf
	textRegular []byte
	//go:embed fonts/text-700.ttf
	textBold []byte
	//go:embed fonts/answer-700.ttf
	answerBold []byte
)

const (
	marginMM = 14.0
	footMM   = 17.0
)

// setting is one way to set a sheet: the size of its type in points, whether a reason stands beside each move, how many pictures stand in a
// row, and how low the drawing may become.
type setting struct {
	body    float64
	whys    bool
	columns int
	least   float64
	large   bool
	// kitLater puts what to have ready on the second page.
	kitLater bool
	// spills lets the last moves stand on the second page, where the first does not hold them in a type that can be read.
	spills bool
	// plain leaves out what only explains: from 1 on how a cut tree grows on, at 2 the year by the knife as well. Both are told on the page of the sheet.
	plain int
}

// settings are tried in this order until the sheet keeps to its two pages. The smallest can still be read by hand-held light.
var settings = []setting{
	{body: 9, whys: true, columns: 5, least: 62}, {body: 8.6, whys: true, columns: 5, least: 58}, {body: 8.6, whys: true, columns: 5, least: 58, kitLater: true},
	{body: 8.2, whys: true, columns: 5, least: 52, kitLater: true}, {body: 8, whys: true, columns: 5, least: 46, kitLater: true},
	{body: 8.2, columns: 5, least: 50, kitLater: true}, {body: 7.8, columns: 5, least: 46, kitLater: true},
	{body: 7.6, columns: 5, least: 40, kitLater: true},
	{body: 7.8, columns: 6, least: 46, kitLater: true}, {body: 7.4, columns: 6, least: 40, kitLater: true},
	{body: 8, whys: true, columns: 5, least: 50, spills: true}, {body: 8, columns: 5, least: 44, spills: true},
	{body: 7.6, columns: 5, least: 38, spills: true}, {body: 7.2, columns: 6, least: 38, spills: true}, {body: 7.2, columns: 5, least: 34, spills: true}, {body: 7, columns: 5, least: 28, spills: true}, {body: 7, columns: 6, least: 30, kitLater: true}, {body: 6.8, columns: 6, least: 28, spills: true},
	{body: 6.6, columns: 6, least: 26}, {body: 6.6, columns: 6, least: 26, kitLater: true}, {body: 6.4, columns: 6, least: 26, spills: true},
}

// onThree is how a sheet is set that two pages do not hold: its second page goes on upon a third.
const onThree = 8.0

// seconds are the sizes of type that are tried on the second page; what explains is left out before the type becomes small.
var seconds = []setting{{body: 9.8}, {body: 9.4}, {body: 9}, {body: 8.6}, {body: 8.2}, {body: 7.8}, {body: 7.4}, {body: 7.1}, {body: 8.2, plain: 1}, {body: 7.8, plain: 1}, {body: 7.4, plain: 1}, {body: 7.1, plain: 1}, {body: 6.9, plain: 1},
	{body: 7.4, plain: 2}, {body: 7, plain: 2}, {body: 6.7, plain: 2}, {body: 6.4, plain: 2}, {body: 6.2, plain: 2}}

// largePrint is for who reads with difficulty: four pages.
var largePrint = []setting{
	{body: 13, whys: true, columns: 3, least: 90, large: true}, {body: 12.4, whys: true, columns: 3, least: 84, large: true},
	{body: 12.4, columns: 3, least: 84, large: true}, {body: 11.8, columns: 3, least: 80, large: true}, {body: 11.4, columns: 3, least: 72, large: true},
	{body: 11, columns: 3, least: 66, large: true}, {body: 10.6, columns: 3, least: 60, large: true}, {body: 10.2, columns: 4, least: 60, large: true},
	{body: 9.8, columns: 4, least: 56, large: true, plain: 2}, {body: 9.4, columns: 4, least: 50, large: true, plain: 2},
	{body: 9, columns: 4, least: 48, large: true, plain: 2}, {body: 8.6, columns: 4, least: 46, large: true, plain: 2},
}

const pagesLarge = 4

// page writes one sheet. Lengths on paper are mm.
type page struct {
	canvas
	setting
	s             words.Speaker
	sheet         Sheet
	house         House
	width, height float64
	// over is that something did not find room as it was set.
	over bool
	// spilt are the rows of moves that stand on the second page, as the first was set.
	spilt    []row
	spiltSet setting
	// flowing lets the second page go on upon a third.
	flowing bool
	// tried is a page that is thrown away: what takes no room is not drawn on it.
	tried bool
	// at is how far the last page is written, in large print.
	at float64
}

// SheetPDF draws a sheet on a4 or letter, two pages of it: plant it, and keep it alive; in large print four. What is too much for two pages has a
// third: nothing is left out or cut off.
func SheetPDF(s words.Speaker, h House, sheet Sheet, size string, large bool) ([]byte, error) {
	// What is tried is drawn on sheets that are thrown away: reading the type takes longer than drawing with it.
	scratch, p := newPage(s, h, sheet, size, setting{}), newPage(s, h, sheet, size, setting{})
	scratch.tried = true
	fits := func(set setting, most int, draw func(*page)) bool {
		before := scratch.PageCount()
		scratch.setting, scratch.over = set, false
		draw(scratch)
		return !scratch.over && scratch.PageCount()-before <= most
	}
	if large {
		for _, p.setting = range largePrint {
			if fits(p.setting, pagesLarge, func(p *page) { p.plantIt(); p.keepAlive() }) {
				break
			}
		}
	} else {
		p.setting, p.spiltSet, p.flowing = bothPages(fits, scratch)
	}
	first := p.setting
	if !large {
		p.setting = p.spiltSet
	}
	p.plantIt()
	p.spiltSet, p.setting = p.setting, first
	p.keepAlive()
	p.feet()
	return bytesOf(p.canvas)
}

// bothPages are the settings of the second and of the first page, the first pair that fits; or, flowing, of a first page that does.
func bothPages(fits func(setting, int, func(*page)) bool, scratch *page) (second, first setting, flowing bool) {
	last := settings[len(settings)-1]
	// The year by the knife is worth a little smaller type, and no more than that.
	bare := slices.IndexFunc(seconds, func(s setting) bool { return s.plain > 1 })
	tooMuch := map[int]bool{}
	for _, whole := range []bool{true, false} {
		for n := range settings {
			first = settings[n]
			small := first.body < 7.4
			if whole && small || tooMuch[n] {
				continue
			}
			if !fits(first, 1, (*page).plantIt) {
				tooMuch[n] = true
				continue
			}
			among := seconds[bare:]
			switch {
			case whole:
				among = seconds[:bare]
			case small:
				among = seconds
			}
			scratch.spiltSet, last = first, first
			holds := func(each setting) bool {
				second = first
				second.body, second.plain = each.body, each.plain
				return fits(second, 1, (*page).keepAlive)
			}
			// Of those that leave out the same each holds at least what the one before it does: the first that holds it all is found by halves.
			for len(among) > 0 {
				alike := slices.IndexFunc(among, func(s setting) bool { return s.plain != among[0].plain })
				if alike < 0 {
					alike = len(among)
				}
				at, _ := slices.BinarySearchFunc(among[:alike], true, func(each setting, _ bool) int {
					if holds(each) {
						return 0
					}
					return -1
				})
				if at < alike {
					second = first
					second.body, second.plain = among[at].body, among[at].plain
					return second, first, false
				}
				among = among[alike:]
			}
		}
	}
	second = last
	second.body = onThree
	return second, last, true
}

func newPage(s words.Speaker, h House, sheet Sheet, size string, set setting) *page {
	p := &page{canvas: blank(sheetTitle(s, sheet), s.Language, size, sheet.IssuedAt), setting: set, s: s, sheet: sheet, house: h}
	p.SetAutoPageBreak(false, 0)
	p.SetCellMargin(0)
	p.width, p.height = p.GetPageSize()
	return p
}

func (p *page) inner() float64 { return p.width - 2*marginMM }

func (p *page) bottom() float64 { return p.height - footMM }

func (p *page) locked() bool { return p.sheet.Plan.Locked }

func lineOf(points float64) float64 { return points * 0.42 }

// flow writes downward from a place within a width; or only measures, when it is dry.
type flow struct {
	*page
	x, y, wide float64
	dry        bool
	// plated writes on white, over a drawing.
	plated bool
}

func (f *flow) para(font, style string, points float64, text string) {
	if text == "" {
		return
	}
	f.SetFont(font, style, points)
	high := lineOf(points)
	if !f.dry {
		f.SetXY(f.x, f.y)
		if f.plated {
			f.SetFillColor(255, 255, 255)
			f.Rect(f.x, f.y, f.widest(text), high*float64(len(f.SplitText(text, f.wide))), "F")
		}
		f.MultiCell(f.wide, high, text, "", "L", false)
	}
	f.y += high * float64(len(f.SplitText(text, f.wide)))
}

// widest is the width of the widest line of a text as it is set now.
func (f *flow) widest(text string) float64 {
	out := 0.0
	for _, line := range f.SplitText(text, f.wide) {
		out = max(out, f.GetStringWidth(line))
	}
	return out
}

func (f *flow) text(text string) { f.para("text", "", f.body, text) }

func (f *flow) bold(text string) { f.para("text", "B", f.body, text) }

// warned is a caution: bold, with a bar beside it that no grey print loses.
func (f *flow) warned(text string) {
	if text == "" {
		return
	}
	top := f.y
	f.x, f.wide = f.x+2.2, f.wide-2.2
	f.para("text", "B", f.body*0.94, text)
	f.x, f.wide = f.x-2.2, f.wide+2.2
	if !f.dry {
		f.SetFillColor(0, 0, 0)
		f.Rect(f.x+0.3, top+0.4, 0.9, f.y-top-0.6, "F")
	}
	f.y += 0.8
}

// ticked is something with a box before it.
func (f *flow) ticked(font, style string, points float64, text string) {
	box := lineOf(points) * 0.74
	hang := box + 1.4
	if !f.dry {
		f.SetLineWidth(0.3)
		f.Rect(f.x+0.15, f.y+lineOf(points)*0.13, box, box, "D")
	}
	f.x, f.wide = f.x+hang, f.wide-hang
	f.para(font, style, points, text)
	f.x, f.wide = f.x-hang, f.wide+hang
}

func (f *flow) gap(mm float64) { f.y += mm }

// heading is a word over a part of a page, with a line under it.
func (f *flow) heading(text string) {
	f.para("answer", "", f.body*1.36, text)
	if !f.dry {
		f.SetLineWidth(0.35)
		f.SetDrawColor(0, 0, 0)
		f.Line(f.x, f.y+0.5, f.x+f.wide, f.y+0.5)
	}
	f.gap(1.6)
}

// deed is one thing to do after planting, with all its dates.
type deed struct {
	code  care.Code
	text  string
	dates []string
}

// careByDeed puts what comes again under one box, in the order of its first date; the watering rule has its own.
func careByDeed(care []words.CareWords) []deed {
	out := []deed{}
	for _, c := range care {
		if c.InBox {
			continue
		}
		date := c.Date
		if c.Until != "" {
			date += " – " + c.Until
		}
		if i := slices.IndexFunc(out, func(d deed) bool { return d.code == c.Code }); i >= 0 {
			out[i].dates = append(out[i].dates, date)
			continue
		}
		out = append(out, deed{c.Code, c.Text, []string{date}})
	}
	return out
}

func (p *page) feet() {
	basis := basisOf(p.s, p.sheet)
	for n := 1; n <= p.PageCount(); n++ {
		p.SetPage(n)
		p.SetLineWidth(0.2)
		p.Line(marginMM, p.height-15.6, p.width-marginMM, p.height-15.6)
		p.SetXY(marginMM, p.height-15)
		p.SetFont("text", "", 6.8)
		p.MultiCell(p.inner()-30, 2.9, basis, "", "L", false)
		p.SetXY(p.width-marginMM-30, p.height-15)
		p.CellFormat(30, 2.9, p.sheet.Tag+"  "+p.s.Say("paper.page", map[string]any{"n": fmt.Sprint(n), "of": fmt.Sprint(p.PageCount())}), "", 0, "R", false, 0, "")
		p.made(p.s)
	}
}

func capital(text string) string {
	if text == "" {
		return text
	}
	return strings.ToUpper(text[:1]) + text[1:]
}

// sentence ends what is said with a point.
func sentence(text string) string {
	if text == "" || strings.HasSuffix(text, ".") || strings.HasSuffix(text, "?") || strings.HasSuffix(text, "!") {
		return text
	}
	return text + "."
}
