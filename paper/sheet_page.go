package paper

import (
	"bytes"
	_ "embed"
	"fmt"
	"html/template"
	"strings"
	"unicode"

	"sedum/words"
)

//go:embed sheet.html
var sheetPage string

var sheetTemplate = template.Must(template.New("sheet").Funcs(template.FuncMap{"capital": capital}).Parse(sheetPage))

// onPage is a sheet as its page shows it.
type onPage struct {
	Sheet
	House    House
	Language words.Language
	Title    string
	Number   string
	Dial     string
	// Loud is what must be read before anything else, "" when nothing.
	Loud    string
	Lead    []string
	Against string
	Hurts   []words.HurtWords
	Bring   []string
	Care    []datedCare
	Basis   string
	s       words.Speaker
}

type datedCare struct{ Dates, Text string }

// Say is a sentence without values.
func (p onPage) Say(id string) string { return p.s.Say(id, nil) }

// SheetPage is the sheet as one file of HTML that needs nothing else: for who is read to, reads large, or reads on a telephone. It says
// what the paper says, in its order; what the drawing shows stands among the figures.
func SheetPage(s words.Speaker, h House, sheet Sheet) ([]byte, error) {
	p := onPage{Sheet: sheet, House: h, Language: s.Language, Title: sheetTitle(s, sheet), Number: numberOf(s, sheet), Lead: lead(s, sheet), Against: againstOf(s, sheet),
		Hurts: hurtsOf(h, sheet), Bring: toBring(sheet), Basis: basisOf(s, sheet), s: s}
	p.Dial = strings.Map(func(r rune) rune {
		if unicode.IsDigit(r) || r == '+' {
			return r
		}
		return -1
	}, h.Telephone)
	switch {
	case sheet.Ended != "":
		p.Loud = s.Say("sheet.ended", nil) + ". " + sheet.Ended
	case sheet.Plan.Locked:
		p.Loud = s.Say("sheet.not-to-dig", nil) + ". " + s.Say("sheet.not-to-dig-more", nil)
	}
	for _, c := range careByDeed(sheet.Words.Care) {
		p.Care = append(p.Care, datedCare{strings.Join(c.dates, "; "), c.text})
	}
	var out bytes.Buffer
	err := sheetTemplate.Execute(&out, p)
	return out.Bytes(), err
}

func sheetTitle(s words.Speaker, sheet Sheet) string {
	return fmt.Sprintf("%s, %s", s.Say("sheet.title", nil), sheet.Tag)
}

func numberOf(s words.Speaker, sheet Sheet) string {
	if sheet.Number == 0 {
		return s.Say("sheet.draft", nil)
	}
	return s.Say("sheet.number", map[string]any{"number": fmt.Sprint(sheet.Number)})
}

// lead is which tree, for whom, where and when; what it replaces, and that services are marked.
func lead(s words.Speaker, sheet Sheet) []string {
	out := []string{
		s.Say("sheet.for", map[string]any{"customer": sheet.Customer, "address": sheet.Address, "spot": sheet.SpotName}) + ". " +
			s.Say("sheet.plant-on", map[string]any{"date": sheet.PlantingOn}) + ".",
		s.Say("sheet.tree", map[string]any{"common": sheet.Common, "botanical": sheet.Botanical, "tag": sheet.Tag, "lot": fmt.Sprint(sheet.LotNumber)}) + ".",
	}
	for i, step := range sheet.Plan.Steps {
		if step.Code == "bundle" {
			out = append(out, sentence(sheet.Words.Steps[i].Text))
		}
	}
	if sheet.Forgotten != "" {
		out = append(out, sheet.Forgotten)
	}
	if sheet.Replaces != nil {
		out = append(out, s.Say("sheet.replaces", map[string]any{"number": fmt.Sprint(*sheet.Replaces)})+" "+changedSince(s, sheet))
	}
	return out
}

// changedSince says which moves are other than on the sheet before.
func changedSince(s words.Speaker, sheet Sheet) string {
	number := fmt.Sprint(*sheet.Replaces)
	list := []string{}
	if sheet.TreeBefore != "" {
		list = append(list, s.Say("paper.changed.tree", map[string]any{"tree": sheet.TreeBefore}))
	}
	for _, p := range sheet.Words.Sheet.Panels {
		if sheet.Changed[p.Code] {
			list = append(list, p.Figure)
		}
	}
	if len(list) == 0 {
		return s.Say("paper.changed.nothing", map[string]any{"number": number})
	}
	return s.Say("paper.changed.list", map[string]any{"number": number, "what": strings.Join(list, "; ")})
}

// againstOf is what is wrong and what will happen, though somebody signed; "" when nothing is.
func againstOf(s words.Speaker, sheet Sheet) string {
	signed := ""
	if sheet.SignedReason != "" {
		signed = s.Say("sheet.signed", map[string]any{"reason": sheet.SignedReason})
	}
	if len(sheet.Words.Against) == 0 {
		return signed
	}
	return strings.TrimSpace(s.Say("sheet.against", nil) + " " + strings.Join(sheet.Words.Against, " ") + " " + signed)
}

// toBring are the lines of what to bring; what is left over is carried away, not brought.
func toBring(sheet Sheet) []string {
	out := []string{}
	for _, q := range sheet.Words.Quantities {
		if q.Code == "spoil-left" {
			continue
		}
		amount := q.Amount
		if q.Bags != "" {
			amount += ", " + q.Bags
		}
		if q.About != "" {
			amount += " (" + q.About + ")"
		}
		out = append(out, q.Label+": "+amount)
	}
	return out
}

// basisOf says who issued it, when, and by which rules.
func basisOf(s words.Speaker, sheet Sheet) string {
	hemisphere := "north"
	if sheet.Input.Spot.LatDeg < 0 {
		hemisphere = "south"
	}
	basis := s.Say("sheet.basis", map[string]any{"version": sheet.CoreVersion, "hemisphere": s.Say("sheet.hemisphere."+hemisphere, nil)})
	if sheet.Number > 0 {
		basis = s.Say("sheet.issued", map[string]any{"date": sheet.IssuedAt, "by": sheet.IssuedBy}) + ". " + basis
	}
	return basis
}

// pageIs says where the sheet is to be had as a page, on the paper for who cannot read it there.
func pageIs(s words.Speaker, h House, sheet Sheet) string {
	where := h.Mail
	if where == "" {
		where = h.Telephone
	}
	return s.Say("sheet.as-page", map[string]any{"where": where, "number": fmt.Sprint(sheet.Number)})
}
