package growers

import (
	"fmt"
	"time"

	"sedum/app/letterhead"
	"sedum/app/photos"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/kernel"
	"sedum/paper"
	"sedum/words"
)

type onPaper struct {
	kernel.ByNumber
	kernel.Paper
}

// notePDF is the note as it was sent, in its own language, with the photographs that are still there.
func notePDF(tx *kernel.Tx, p onPaper) (kernel.File, error) {
	n, err := noteByNumber(tx, p.Number)
	if err != nil {
		return kernel.File{}, err
	}
	ids := []string{}
	for _, f := range n.Content.Findings {
		ids = append(ids, f.Photos...)
	}
	pictures, err := photos.Thumbnails(tx, ids)
	if err != nil {
		return kernel.File{}, err
	}
	say := words.In(n.Content.Language, n.Content.Units)
	h, err := letterhead.Of(tx)
	if err != nil {
		return kernel.File{}, err
	}
	pdf, err := paper.GrowerNotePDF(say, h, paperNote(say, tx.Who.House, n, pictures), p.Paper.Paper)
	return kernel.PDF(pdf, "note-%d.pdf", n.Number), err
}

type noteTableAsk struct {
	kernel.ByNumber
	paper.Separated
}

func noteCSV(tx *kernel.Tx, p noteTableAsk) (kernel.File, error) {
	n, err := noteByNumber(tx, p.Number)
	if err != nil {
		return kernel.File{}, err
	}
	file, err := paper.TableCSV(noteTable(tx.Say, tx.Who.House, n), p.Separator)
	return kernel.CSV(file, "note-%d.csv", n.Number), err
}

func paperNote(s words.Speaker, h rules.House, n Note, pictures map[string][]byte) paper.GrowerNote {
	c := n.Content
	out := paper.GrowerNote{Number: n.Number, Grower: c.Grower, Place: c.Place, Common: c.Common, Botanical: c.Botanical, LotNumber: c.LotNumber, LotSize: c.LotSize,
		ArrivedOn: c.ArrivedOn, SentAt: n.SentAt, SentBy: c.SentBy, Headline: n.headline(s), SampleText: c.sampleText(s), Asked: s.Say("grower-note.asked."+string(n.Asked), nil),
		Message: c.Message}
	if day, err := time.Parse(time.DateOnly, c.ArrivedOn); err == nil {
		out.ArrivedOn = s.Date(day)
	}
	for _, f := range c.Findings {
		finding := paper.Finding{Tag: f.Tag, Place: f.Number, Verdict: s.Say("verdict."+string(f.Verdict), nil), FlareMM: f.FlareMM, BallMM: f.BallMM, WidthMM: f.WidthMM, TrunkMM: f.TrunkMM}
		for _, code := range f.Codes {
			finding.Reasons = append(finding.Reasons, foundText(s, h, code))
		}
		for _, id := range f.Photos {
			if picture, ok := pictures[id]; ok {
				finding.Photos = append(finding.Photos, picture)
			}
		}
		out.Findings = append(out.Findings, finding)
	}
	return out
}

func noteTable(s words.Speaker, h rules.House, n Note) [][]string {
	head := []string{}
	for _, column := range []string{"tag", "place", "verdict", "reasons", "flare", "ball", "width", "trunk"} {
		head = append(head, s.Say("grower-note.csv."+column, nil))
	}
	number := func(x *float64) string {
		if x == nil {
			return ""
		}
		return fmt.Sprintf("%.0f", *x)
	}
	out := [][]string{head}
	for _, f := range n.Content.Findings {
		reasons := ""
		for i, code := range f.Codes {
			if i > 0 {
				reasons += " "
			}
			reasons += foundText(s, h, code)
		}
		out = append(out, []string{f.Tag, fmt.Sprint(f.Number), s.Say("verdict."+string(f.Verdict), nil), reasons, number(f.FlareMM), number(f.BallMM), number(f.WidthMM), number(f.TrunkMM)})
	}
	return out
}

// foundText says what was found, and not what the yard does about it: a grower is given no orders that are meant for our own hands.
func foundText(s words.Speaker, h rules.House, partAndCode string) string {
	return s.Say("found."+partAndCode, map[string]any{"fill_hold": planting.Measure{Value: h.Value(rules.RootsFillHold), Unit: "pct"}})
}
