package paper

import (
	"math"

	"sedum/core/planting"
)

// regrowth is why a tree is cut on its day: what is taken, and what grows of it, one summer after another (features, F180). It is no measure.
func (p *page) regrowth(f *flow) {
	words := p.sheet.Words.Sheet.Regrowth
	f.heading(p.s.Say("paper.regrowth", nil))
	wide, high := f.wide/4, 15.0
	low := f.y
	for i, text := range words.Texts {
		col := &flow{page: p, x: f.x + float64(i)*wide, y: f.y + high + 0.6, wide: wide - 1.5, dry: f.dry}
		if !f.dry {
			p.regrown(words.Cut, i, col.x+col.wide/2, f.y+high, high)
		}
		col.para("text", "", p.body*0.9, text)
		low = math.Max(low, col.y)
	}
	f.y = low
}

// regrown draws a tree on its day with the cut (0) or so many summers later, standing on a point.
func (p *page) regrown(cut planting.Shortening, summer int, x, ground, high float64) {
	p.SetDrawColor(0, 0, 0)
	p.SetLineWidth(0.25)
	p.Line(x-8, ground, x+8, ground)
	frame := cut == planting.ShortenFrame
	stem := high * 0.5
	if frame {
		stem = high * 0.42
	}
	p.SetLineWidth(0.7)
	p.Line(x, ground, x, ground-stem)
	branch := func(from, deg, long, thick float64) (tipX, tipY float64) {
		p.SetLineWidth(thick)
		dx, dy := bearing(deg, long)
		p.Line(x, from, x+dx, from-dy)
		return x + dx, from - dy
	}
	gone := func(x1, y1, x2, y2 float64) {
		p.SetDashPattern([]float64{0.7, 0.6}, 0)
		p.SetLineWidth(0.25)
		p.Line(x1, y1, x2, y2)
		p.SetDashPattern([]float64{}, 0)
	}
	if frame && summer == 0 {
		gone(x, ground-stem, x, ground-high*0.9)
		p.SetLineWidth(0.5)
		p.Line(x-1.6, ground-stem+0.9, x+1.6, ground-stem-0.9)
		return
	}
	// Branches: cut back on the day, each summer longer and forked again.
	long := high * []float64{0.16, 0.24, 0.33, 0.42}[summer]
	for i, deg := range []float64{-62, -28, 0, 32, 64} {
		from := ground - stem*(0.68+0.08*float64(i%4))
		if deg == 0 {
			if frame { // its middle was taken: the frame is open
				continue
			}
			from = ground - stem
		}
		if frame {
			from = ground - stem*(0.84+0.05*float64(i%4))
		}
		tipX, tipY := branch(from, deg, long, 0.45)
		if summer == 0 {
			dx, dy := bearing(deg, high*0.08)
			gone(tipX, tipY, tipX+dx, tipY-dy)
			nx, ny := bearing(deg+90, 0.9)
			p.SetLineWidth(0.5)
			p.Line(tipX-nx, tipY+ny, tipX+nx, tipY-ny)
			continue
		}
		for fork := range summer {
			for _, turn := range []float64{-24, 24} {
				part := 0.45 + 0.25*float64(fork)
				bx, by := bearing(deg, long*part)
				dx, dy := bearing(deg+turn, long*0.38)
				p.SetLineWidth(0.25)
				p.Line(x+bx, from-by, x+bx+dx, from-by-dy)
			}
		}
	}
}
