package paper

import (
	"fmt"
	"math"
	"strings"
	"time"

	"sedum/core/planting"
	"sedum/core/stock"
	"sedum/words"
)

// TakeHome is the card of a tree that goes home without a survey.
type TakeHome struct {
	Tag       string
	Common    string
	Botanical string
	LotNumber int
	At        time.Time
	Tree      planting.Tree
	Card      planting.TakeHome
	Done      []string
	Cautions  []string
	MulchMM   float64
	GapMM     float64
	// MulchOuterMM is how far mulch reaches at the least.
	MulchOuterMM float64
	StakeMonths  float64
	// Link is where its buyer tells of their ground on a telephone, "" where nobody would answer.
	Link string
}

// TakeHomePDF is one page: what is known of this tree, what its buyer finds out first, and what follows from the answer.
func TakeHomePDF(s words.Speaker, h House, c TakeHome, size string) ([]byte, error) {
	var p *page
	for _, body := range []float64{10, 9.6, 9.2, 8.8, 8.4, 8} {
		sheet := Sheet{Tag: c.Tag, Common: c.Common, IssuedAt: c.At, Input: planting.Input{Tree: c.Tree}}
		sheet.Plan.Hole = planting.HoleResult{FlareToBaseMM: c.Card.FlareToBaseMM}
		p = &page{canvas: blank(s.Say("home.title", map[string]any{"common": c.Common}), s.Language, size, c.At), setting: setting{body: body}, s: s, sheet: sheet, house: h}
		p.SetAutoPageBreak(false, 0)
		p.SetCellMargin(0)
		p.width, p.height = p.GetPageSize()
		p.AddPage()
		if p.takeHome(c); !p.over {
			break
		}
	}
	p.made(s)
	return bytesOf(p.canvas)
}

func (p *page) takeHome(c TakeHome) {
	s := p.s
	say := func(id string) string { return s.Say(id, nil) }
	p.SetXY(marginMM, marginMM-3)
	p.letterhead(p.house, c.Tag)
	f := &flow{page: p, x: marginMM, y: p.GetY() + 2.4, wide: p.inner()}
	f.para("answer", "", p.body*2.4, s.Say("home.title", map[string]any{"common": c.Common}))
	f.bold(s.Say("home.sub", map[string]any{"tag": c.Tag}))
	if len(c.Done) > 0 {
		f.text(sentence(say("sheet.before") + ": " + strings.Join(c.Done, "; ")))
	}
	f.gap(1.4)
	f.y = p.blackBox(f.y, p.takeHomeHurts(c))
	f.para("answer", "", p.body*1.4, say("home.dig"))
	f.text(s.Say("home.dig.text", map[string]any{"depth": length(300)}))
	f.gap(1.4)
	f.para("answer", "", p.body*1.4, say("home.deep"))
	f.gap(1)
	f.y = p.takeHomeDrawing(f.y, c)
	f.text(s.Say("home.wide", map[string]any{"least": length(c.Card.WidthLeastMM), "most": length(c.Card.WidthMostMM)}))
	f.gap(2)
	wide, top, low := (p.inner()-8)/2, f.y, f.y
	months := map[string]any{"months": planting.Measure{Value: c.StakeMonths, Unit: "months"}}
	set := say("home.set.text")
	if c.Tree.Form == stock.BareRoot {
		set = say("home.set.bare-root")
	}
	left := [][2]string{{say("home.set"), set},
		{say("home.fill"), s.Say("home.fill.text", map[string]any{"first": planting.Measure{Value: c.Card.FirstAtLeastL, Unit: "l"}, "mulch": length(c.MulchMM), "gap": length(c.GapMM), "across": length(2 * c.MulchOuterMM)}) + " " + s.Say("home.stake", months)}}
	right := [][2]string{{say("home.water"), s.Say("home.water.text", map[string]any{"dose": planting.Measure{Value: c.Card.DoseL, Unit: "l"}})},
		{say("home.off"), s.Say("home.off.text", months)}, {say("home.back"), say("home.back.text")}, {say("home.unknown"), say("home.unknown.text")}}
	for i, column := range [][][2]string{left, right} {
		g := &flow{page: p, x: marginMM + float64(i)*(wide+8), y: top, wide: wide}
		for _, part := range column {
			g.heading(part[0])
			g.text(part[1])
			g.gap(2.4)
		}
		leads, tells, whom := p.house.leadsTo(c.Tag), say("home.code"), p.house.Name+" "+p.house.Telephone
		if c.Link != "" {
			leads, tells, whom = c.Link, s.Say("home.tell", map[string]any{"tag": c.Tag}), strings.TrimPrefix(strings.TrimPrefix(c.Link, "https://"), "http://")
		}
		if i == 0 && (p.house.Name != "" || c.Link != "") {
			if err := drawCode(p.canvas, leads, g.x, g.y, codeMM); err != nil {
				p.SetError(err)
			}
			said := &flow{page: p, x: g.x + codeMM + 3, y: g.y + 2, wide: wide - codeMM - 3}
			said.text(tells)
			said.bold(whom)
			g.y = math.Max(g.y+codeMM, said.y)
		}
		low = math.Max(low, g.y)
	}
	p.over = low > p.height-12
}

func (p *page) takeHomeHurts(c TakeHome) []words.HurtWords {
	s := p.s
	out := []words.HurtWords{{Code: "first", Title: s.Say("home.first", nil), Text: s.Say("home.first.text", nil)}}
	if c.Tree.Form == stock.Container || c.Tree.Form == stock.Balled {
		out = append(out, words.HurtWords{Code: "heavy", Title: s.Say("hurt.heavy", map[string]any{"mass": planting.Measure{Value: c.Card.Load.MassKG, Unit: "kg"}}),
			Text: s.Say("caution.lift-"+string(c.Card.Load.Handling), nil)})
	}
	if len(c.Cautions) > 0 {
		out = append(out, words.HurtWords{Code: "kind", Title: s.Say("hurt.kind", nil), Text: strings.Join(c.Cautions, " ")})
	}
	return append(out, words.HurtWords{Code: "trip", Title: s.Say("paper.until", nil), Text: s.Choice("trip", string(c.Tree.Form), nil) + " " + s.Say("keep."+string(c.Tree.Form), nil)})
}

// takeHomeDrawing is the tree with the line of the ground for each answer of the drainage hole: how much of it goes in, to scale.
func (p *page) takeHomeDrawing(y float64, c TakeHome) float64 {
	s, base := p.s, c.Card.FlareToBaseMM
	high := 5 * (lineOf(p.body)*2 + lineOf(p.body*1.5) + 1.4)
	scale := (high - 18) / base
	if wide := p.inner() * 0.26; c.Tree.BallDiameterMM*scale > wide {
		scale = wide / c.Tree.BallDiameterMM
	}
	x := marginMM + math.Max(c.Tree.BallDiameterMM*scale/2+16, 28)
	d := scene{p, x, y + 14, scale}
	p.ClipRect(marginMM, y, p.inner(), high, false)
	p.SetDrawColor(0, 0, 0)
	d.smallTree(0)
	p.ClipEnd()
	p.SetLineWidth(0.3)
	left := x - c.Tree.BallDiameterMM*scale/2 - 5
	p.dimension(left, d.y(0), left, d.y(-base))
	// One line of ground for each answer, and its row in the table beside it.
	at := x + c.Tree.BallDiameterMM*scale/2 + 4
	table := math.Max(at+26, marginMM+p.inner()*0.4)
	rowHigh := (high - 2) / float64(len(c.Card.By))
	for i, each := range c.Card.By {
		row := y + 1 + float64(i)*rowHigh
		f := &flow{page: p, x: table, y: row, wide: marginMM + p.inner() - table}
		when := s.Say("home.longer", nil)
		if each.WithinMin > 0 {
			when = s.Say("home.within", map[string]any{"time": p.clock(each.WithinMin)})
		}
		f.bold(upper(when))
		if each.Ask {
			f.text(s.Say("home.ask", nil))
		} else {
			raise := s.Say("home.level", nil)
			if each.RaiseMM >= 1 {
				raise = s.Say("home.raise", map[string]any{"raise": length(each.RaiseMM)})
			}
			f.para("answer", "", p.body*1.5, s.Say("home.depth", map[string]any{"depth": length(each.DepthMM)}))
			f.text(raise)
			ground := d.y(-each.RaiseMM)
			p.SetLineWidth(0.3)
			p.SetDashPattern([]float64{1, 0.8}, 0)
			p.Line(left-8, ground, at, ground)
			p.SetDashPattern([]float64{}, 0)
			p.SetLineWidth(0.15)
			p.Line(at, ground, table-2, row+lineOf(p.body)/2)
		}
		if i > 0 {
			p.SetLineWidth(0.12)
			p.Line(table, row-0.6, marginMM+p.inner(), row-0.6)
		}
	}
	note := &flow{page: p, x: marginMM, y: math.Min(d.y(-base)+1.5, y+high-lineOf(p.body)*0.9), wide: table - marginMM - 3}
	note.bold(s.Say("home.ball", map[string]any{"base": length(base)}))
	return math.Max(y+high, note.y) + 1.5
}

// clock says minutes as people do.
func (p *page) clock(minutes float64) string {
	if minutes >= 60 {
		return p.s.Say("hours", map[string]any{"n": fmt.Sprint(math.Round(minutes / 60))})
	}
	return p.s.Say("minutes", map[string]any{"n": fmt.Sprint(minutes)})
}
