package paper

import (
	"fmt"
	"math"
	"time"

	"github.com/boombuler/barcode/qr"

	"sedum/words"
)

// Label is what hangs on a tree or a bundle.
type Label struct {
	Tag       string
	Common    string
	LotNumber int
	Number    int
	Bundle    int
	ArrivedOn time.Time
}

// Labels are cut from a sheet in three columns; the grid leaves the margins that every printer needs.
const (
	labelColumns  = 3
	labelHighMM   = 38.0
	labelMarginMM = 9.0
)

// LabelsPDF draws a sheet of labels, each with its tag in letters and as a code that a scanner types.
func LabelsPDF(s words.Speaker, h House, labels []Label, size string, at time.Time) ([]byte, error) {
	p := blank(s.Say("labels.title", nil), s.Language, size, at)
	p.SetAutoPageBreak(false, 0)
	width, height := p.GetPageSize()
	wide := (width - 2*labelMarginMM) / labelColumns
	rows := int((height - 2*labelMarginMM) / labelHighMM)
	for i, label := range labels {
		place := i % (labelColumns * rows)
		if place == 0 {
			p.AddPage()
		}
		x := labelMarginMM + float64(place%labelColumns)*wide
		y := labelMarginMM + float64(place/labelColumns)*labelHighMM
		if err := drawLabel(p, s, h, label, x, y, wide); err != nil {
			return nil, err
		}
	}
	return bytesOf(p)
}

func drawLabel(p canvas, s words.Speaker, h House, l Label, x, y, wide float64) error {
	const pad, codeMM = 3.0, 30.0 // the code with its quiet zone
	p.SetDrawColor(190, 180, 160)
	p.SetLineWidth(0.1)
	p.Rect(x, y, wide, labelHighMM, "D")
	if err := drawCode(p, h.leadsTo(l.Tag), x+wide-codeMM-1, y+1, codeMM); err != nil {
		return err
	}
	p.SetTextColor(0, 0, 0)
	p.SetFont("answer", "", 17)
	p.SetXY(x+pad, y+pad)
	p.CellFormat(wide-codeMM-2*pad, 8, l.Tag, "", 1, "L", false, 0, "")
	p.SetFont("text", "B", 9)
	p.SetXY(x+pad, y+pad+9)
	p.MultiCell(wide-codeMM-3*pad, 4, l.Common, "", "L", false)
	p.SetFont("text", "", 8)
	p.SetX(x + pad)
	place := s.Say("labels.place", map[string]any{"lot": fmt.Sprint(l.LotNumber), "place": fmt.Sprint(l.Number)})
	if l.Bundle > 1 {
		place += ", " + s.Say("labels.bundle", map[string]any{"count": fmt.Sprint(l.Bundle)})
	}
	p.MultiCell(wide-codeMM-3*pad, 3.6, place, "", "L", false)
	p.SetXY(x+pad, y+labelHighMM-pad-4)
	p.CellFormat(wide/3, 4, s.Date(l.ArrivedOn), "", 0, "L", false, 0, "")
	p.SetFont("text", "", 7)
	p.CellFormat(wide*2/3-2*pad, 4, h.Name, "", 0, "R", false, 0, "")
	return nil
}

// quiet is how many modules stay white round a code on every side (ISO/IEC 18004).
const quiet = 4

// drawCode draws a code as squares within a white one of its side, quiet zone and all, so that it stays sharp at any size.
func drawCode(p canvas, text string, x, y, side float64) error {
	code, err := qr.Encode(text, qr.M, qr.Auto)
	if err != nil {
		return err
	}
	modules := code.Bounds().Dx()
	// A module is a whole number of a 150th of an inch where it can be, so that printers and scanners make each as wide as the next.
	const dot = 25.4 / 150
	step := side / float64(modules+2*quiet)
	if step > dot {
		step = math.Floor(step/dot) * dot
	}
	x, side = x+side-step*float64(modules+2*quiet), step*float64(modules+2*quiet)
	p.SetFillColor(255, 255, 255)
	p.Rect(x, y, side, side, "F")
	x, y = x+quiet*step, y+quiet*step
	p.SetFillColor(0, 0, 0)
	for row := range modules {
		for from := 0; from < modules; {
			if !dark(code.At(from, row)) {
				from++
				continue
			}
			to := from
			for to < modules && dark(code.At(to, row)) {
				to++
			}
			// A little over the next row: two that only touch are parted by a pale seam when they are made dots of.
			p.Rect(x+float64(from)*step, y+float64(row)*step, float64(to-from)*step, step*1.04, "F")
			from = to
		}
	}
	return nil
}

func dark(c interface{ RGBA() (r, g, b, a uint32) }) bool {
	r, _, _, _ := c.RGBA()
	return r < 0x8000
}
