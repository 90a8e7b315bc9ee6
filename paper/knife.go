package paper

import (
	"time"

	"sedum/core/care"
)

// labels are lines of words under a band, each how far it is written; a word takes the first on which it has room.
type labels []float64

func (l labels) write(p *page, f *flow, x, y float64, text string) bool {
	p.SetFont("text", "", p.body*0.92)
	high, wide := lineOf(p.body*0.92), p.GetStringWidth(text)+1
	if x+wide > f.x+f.wide {
		x = f.x + f.wide - wide
	}
	for row := range l {
		if x >= l[row] {
			if !f.dry {
				p.SetXY(x, y+float64(row)*high)
				p.CellFormat(wide, high, text, "", 0, "L", false, 0, "")
			}
			l[row] = x + wide + 0.4
			return true
		}
	}
	return false
}

// used is on how many of the lines something stands.
func (l labels) used() int {
	n := 0
	for _, end := range l {
		if end > 0 {
			n++
		}
	}
	return n
}

// knife is a band of the strip: when the tree is in leaf, when it is shaped, and, hatched, when nothing is cut but what is dead.
func (p *page) knife(f *flow, from, until time.Time, at func(time.Time) float64) {
	year := p.sheet.Words.Sheet.Knife
	if len(year) == 0 || p.plain > 1 {
		return // of an earlier program, or there is no room
	}
	const high = 2.6
	words := lineOf(p.body * 0.92)
	if f.dry {
		f.y += high + words + 0.8
		return
	}
	rows := make(labels, 1)
	for n := from.Year() - 1; n <= until.Year(); n++ {
		for _, span := range year {
			begins, ends := care.DateOf(n, span.From), care.DateOf(n, span.Until)
			if span.Until < span.From {
				ends = care.DateOf(n+1, span.Until)
			}
			if !ends.After(from) || !begins.Before(until) {
				continue
			}
			if begins.Before(from) {
				begins = from
			}
			if ends.After(until) {
				ends = until
			}
			p.knifeSpan(span.Code, at(begins), f.y, at(ends)-at(begins), high)
		}
	}
	// Each is named once, in the first of the years in which there is room for it.
	named := map[care.KnifeCode]bool{}
	for n := from.Year(); n <= until.Year(); n++ {
		for _, span := range year {
			if begins := care.DateOf(n, span.From); span.Code != care.KnifeLeaf && !named[span.Code] && !begins.Before(from) {
				named[span.Code] = rows.write(p, f, at(begins), f.y+high+0.2, span.Short)
			}
		}
	}
	f.y += high + words + 0.8
}

func (p *page) knifeSpan(code care.KnifeCode, x, y, wide, high float64) {
	p.SetLineWidth(0.2)
	switch {
	case code == care.KnifeLeaf:
		p.SetFillColor(225, 225, 225)
		p.Rect(x, y+high*0.62, wide, high*0.38, "F")
	case code.Forbids():
		p.Rect(x, y, wide, high*0.55, "D")
		for across := 0.0; across < wide-0.01; across += 1.3 {
			to := min(across+high*0.55, wide)
			p.Line(x+across, y+high*0.55, x+to, y+high*0.55-(to-across))
		}
	default:
		p.SetFillColor(0, 0, 0)
		p.Rect(x, y, wide, high*0.55, "F")
	}
}
