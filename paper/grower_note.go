package paper

import (
	"bytes"
	"fmt"
	"math"
	"time"

	"codeberg.org/go-pdf/fpdf"

	"sedum/core/planting"
	"sedum/words"
)

// Finding is one faulty tree, for the paper.
type Finding struct {
	Tag     string
	Place   int
	Verdict string
	Reasons []string
	// Measures of the ball, mm; nil when nobody measured.
	FlareMM, BallMM, WidthMM, TrunkMM *float64
	// Photos are JPEG thumbnails.
	Photos [][]byte
}

// GrowerNote is a note to a grower as it goes out: facts, figures and what is asked.
type GrowerNote struct {
	Number     int
	Grower     string
	Place      string
	Common     string
	Botanical  string
	LotNumber  int
	LotSize    int
	ArrivedOn  string
	SentAt     time.Time
	SentBy     string
	Headline   string
	SampleText string
	Asked      string
	Message    string
	Findings   []Finding
}

const findingHighMM = 46.0

// GrowerNotePDF draws a note on a4 or letter: every faulty tree with its section to scale.
func GrowerNotePDF(s words.Speaker, h House, n GrowerNote, size string) ([]byte, error) {
	title := s.Say("grower-note.title", map[string]any{"number": fmt.Sprint(n.Number)})
	if n.Number == 0 {
		title = s.Say("grower-note.draft", nil)
	}
	p := blank(title, s.Language, size, n.SentAt)
	p.SetAutoPageBreak(true, 16)
	width, height := p.GetPageSize()
	inner := width - 2*marginMM
	p.AddPage()
	p.letterhead(h, title)
	p.Ln(5)
	p.SetFont("answer", "", 20)
	p.MultiCell(inner, 9, n.Headline, "", "L", false)
	p.SetFont("text", "", 10)
	p.MultiCell(inner, 5, s.Say("grower-note.to", map[string]any{"grower": n.Grower, "place": n.Place}), "", "L", false)
	p.MultiCell(inner, 5, s.Say("grower-note.lot", map[string]any{"common": n.Common, "botanical": n.Botanical, "lot": fmt.Sprint(n.LotNumber),
		"size": fmt.Sprint(n.LotSize), "arrived": n.ArrivedOn}), "", "L", false)
	p.MultiCell(inner, 5, n.SampleText, "", "L", false)
	p.Ln(1)
	p.SetFont("text", "B", 10)
	p.MultiCell(inner, 5, n.Asked, "", "L", false)
	if n.Message != "" {
		p.SetFont("text", "", 10)
		p.MultiCell(inner, 5, n.Message, "", "L", false)
	}
	p.Ln(3)
	for i, f := range n.Findings {
		if p.GetY()+findingHighMM > height-16 {
			p.AddPage()
		}
		y := p.GetY()
		p.SetDrawColor(160, 150, 130)
		p.SetLineWidth(0.15)
		p.Line(marginMM, y, width-marginMM, y)
		drawBall(p, s, f, marginMM, y+3, 62, findingHighMM-8)
		p.SetXY(marginMM+68, y+3)
		p.SetFont("answer", "", 13)
		p.CellFormat(60, 6, f.Tag, "", 1, "L", false, 0, "")
		p.SetFont("text", "B", 9.5)
		p.SetX(marginMM + 68)
		p.MultiCell(inner-68, 4.6, f.Verdict, "", "L", false)
		p.SetFont("text", "", 9.5)
		for _, reason := range f.Reasons {
			p.SetX(marginMM + 68)
			p.MultiCell(inner-68-62, 4.6, reason, "", "L", false)
		}
		x := width - marginMM - 58
		for k, photo := range f.Photos {
			if k == 2 {
				break
			}
			name := fmt.Sprintf("photo-%d-%d", i, k)
			p.RegisterImageOptionsReader(name, fpdf.ImageOptions{ImageType: "JPEG"}, bytes.NewReader(photo))
			p.ImageOptions(name, x, y+3, 0, 28, false, fpdf.ImageOptions{ImageType: "JPEG"}, 0, "")
			x += 30
		}
		p.SetXY(marginMM, math.Max(p.GetY(), y+findingHighMM))
	}
	p.Ln(4)
	p.SetFont("text", "", 9)
	p.MultiCell(inner, 4.4, s.Say("grower-note.signed", map[string]any{"by": n.SentBy, "date": s.Date(n.SentAt)}), "", "L", false)
	p.SetAutoPageBreak(false, 0)
	p.made(s)
	return bytesOf(p)
}

// drawBall draws the ball of one tree to scale: its surface, its flare, and how deep it lay.
func drawBall(p canvas, s words.Speaker, f Finding, x, y, wide, high float64) {
	if f.BallMM == nil || f.WidthMM == nil {
		p.SetFont("text", "", 9)
		p.SetXY(x, y)
		p.MultiCell(wide, 4.4, s.Say("grower-note.no-ball", nil), "", "L", false)
		return
	}
	const above = 0.35
	scale := math.Min((wide-24) / *f.WidthMM, high*(1-above) / *f.BallMM)
	surface := y + high*above
	middle := x + 4 + *f.WidthMM*scale/2
	half, base := *f.WidthMM*scale/2, surface+*f.BallMM*scale
	p.SetLineWidth(0.4)
	p.SetDrawColor(40, 35, 30)
	p.SetFillColor(222, 205, 176)
	p.Polygon([]fpdf.PointType{{X: middle - half, Y: surface}, {X: middle + half, Y: surface}, {X: middle + half*0.88, Y: base}, {X: middle - half*0.88, Y: base}}, "DF")
	trunk := 14.0 * scale
	if f.TrunkMM != nil {
		trunk = *f.TrunkMM * scale / 2
	}
	trunk = math.Max(trunk, 0.8)
	flare := surface
	if f.FlareMM != nil {
		flare = surface + *f.FlareMM*scale
	}
	p.SetFillColor(110, 84, 60)
	p.Polygon([]fpdf.PointType{{X: middle - trunk, Y: y}, {X: middle + trunk, Y: y}, {X: middle + trunk, Y: flare - 2}, {X: middle + trunk*2.4, Y: flare},
		{X: middle - trunk*2.4, Y: flare}, {X: middle - trunk, Y: flare - 2}}, "F")
	p.SetLineWidth(0.5)
	p.Line(middle-half-3, surface, middle+half+3, surface)
	if f.FlareMM != nil && *f.FlareMM > 0 {
		p.SetDashPattern([]float64{1.2, 0.9}, 0)
		p.SetLineWidth(0.3)
		p.Line(middle-half-2, flare, middle+half+6, flare)
		p.SetDashPattern(nil, 0)
		p.Line(middle+half+5, surface, middle+half+5, flare)
		p.SetFont("answer", "", 9)
		p.SetXY(middle+half+6, (surface+flare)/2-2)
		p.CellFormat(18, 4, s.Measure(planting.Measure{Value: *f.FlareMM, Unit: "mm"}), "", 0, "L", false, 0, "")
	}
}
