package claims

import (
	"fmt"
	"strings"
	"time"

	"sedum/app/letterhead"
	"sedum/app/photos"
	"sedum/app/visits"
	"sedum/core/guarantee"
	"sedum/kernel"
	"sedum/paper"
	"sedum/words"
)

type onPaper struct {
	kernel.ByNumber
	kernel.Paper
}

// picturesMost is how many of a tree's pictures go on its record: the newest of the yard, then the newest since.
const picturesMost = 8

// recordPDF is the record side by side, in the language of whoever asks for it.
func recordPDF(tx *kernel.Tx, p onPaper) (kernel.File, error) {
	c, err := kernel.One[Claim](tx, "number = ?", p.Number)
	if err != nil {
		return kernel.File{}, err
	}
	page, r, err := pageOf(tx, c)
	if err != nil {
		return kernel.File{}, err
	}
	h, err := letterhead.Of(tx)
	if err != nil {
		return kernel.File{}, err
	}
	out := paper.ClaimRecord{Number: c.Number, Title: tx.Say.Say("claim.title", map[string]any{"number": c.Number}), Headline: headline(tx.Say, page), Who: who(tx.Say, page), Said: tx.Say.Say("claim.said", map[string]any{"date": c.AskedOn, "said": c.Said}),
		For: texts(page.Points, guarantee.For), Against: texts(page.Points, guarantee.Against), Open: texts(page.Points, guarantee.Open), Refused: page.Refused, From: r.tree.PlantedOn, At: tx.Now}
	if c.Answer != "" {
		out.Decided = []string{tx.Say.Say("claim.decided-by", map[string]any{"by": page.DecidedBy, "date": day(page.DecidedOn), "answer": tx.Say.Say("claim.answer."+string(c.Answer), nil)}), c.Reason}
		for _, s := range page.Since {
			out.Decided = append(out.Decided, tx.Say.Say("claim.since", map[string]any{"text": s.Text}))
		}
	}
	for _, check := range page.Checks {
		out.Checks = append(out.Checks, tx.Say.Date(day(check.On))+", "+check.By+": "+strings.Join(check.Says, " "))
	}
	out.Waters = []string{tx.Say.Say("claim.waters", map[string]any{"owed": page.Owed.Spells, "told": page.Owed.Told, "dry": page.Owed.DryDays, "all": page.Told})}
	for _, line := range page.Tree.Water {
		out.Store, out.Given = append(out.Store, line.Share()), append(out.Given, line.GivenL > 0)
	}
	for _, v := range page.Tree.Visits {
		by := v.By
		if v.ByCustomer {
			by = tx.Say.Say("claim.customer", nil)
		}
		text := tx.Say.Date(day(v.VisitedOn)) + ", " + by + ": " + seen(tx.Say, v)
		out.Looks = append(out.Looks, text)
	}
	if out.Pictures, err = picturesOf(tx, page); err != nil {
		return kernel.File{}, err
	}
	pdf, err := paper.ClaimRecordPDF(tx.Say, h, out, p.Paper.Paper)
	return kernel.PDF(pdf, "claim-%d.pdf", c.Number), err
}

// seen is a visit in one line: what became of it, what it asks for, and its note.
func seen(s words.Speaker, v visits.Shown) string {
	parts := []string{}
	if v.Facts.Alive != "" {
		parts = append(parts, s.Say("claim.alive."+string(v.Facts.Alive), nil))
	}
	parts = append(parts, v.Wants...)
	if v.Facts.Note != "" {
		parts = append(parts, v.Facts.Note)
	}
	if len(parts) == 0 {
		return s.Say("claim.nothing-found", nil)
	}
	return strings.Join(parts, "; ")
}

func picturesOf(tx *kernel.Tx, page Page) ([][]byte, error) {
	out, ids := [][]byte{}, []string{}
	for _, each := range page.Pictures {
		ids = append(ids, each.ID)
	}
	ids = ids[:min(len(ids), picturesMost/2)]
	of, err := photos.Thumbnails(tx, ids)
	if err != nil {
		return out, err
	}
	for _, id := range ids {
		if picture, ok := of[id]; ok {
			out = append(out, picture)
		}
	}
	since, err := visits.ThumbnailsOf(tx, page.Tree.ID, picturesMost-len(out))
	return append(out, since...), err
}

func texts(list []Shown, side guarantee.Side) []string {
	out := []string{}
	for _, each := range list {
		if each.Side == side {
			out = append(out, each.Text)
		}
	}
	return out
}

func day(text string) time.Time {
	d, _ := time.Parse(time.DateOnly, text)
	return d
}

// headline is the answer, or how many points speak for and against while there is none.
func headline(s words.Speaker, p Page) string {
	if p.Answer != "" {
		return s.Say("claim.answer."+string(p.Answer), nil)
	}
	return s.Say("claim.headline", map[string]any{"for": len(texts(p.Points, guarantee.For)), "against": len(texts(p.Points, guarantee.Against)), "open": len(texts(p.Points, guarantee.Open))})
}

func who(s words.Speaker, p Page) string {
	return s.Say("claim.who", map[string]any{"common": p.Tree.Common, "tag": p.Tree.Tag, "customer": p.Tree.Customer, "spot": p.Tree.SpotName, "date": p.Tree.PlantedOn, "sheet": p.Tree.Number})
}

// letterPDF is the letter in the language of the sheet. Refused: claim-not-decided.
func letterPDF(tx *kernel.Tx, p onPaper) (kernel.File, error) {
	c, err := kernel.One[Claim](tx, "number = ? AND taken_back_at IS NULL", p.Number)
	if err != nil {
		return kernel.File{}, err
	}
	if c.Answer == "" {
		return kernel.File{}, kernel.Refused{Code: "claim-not-decided"}
	}
	page, r, err := pageOf(tx, c)
	if err != nil {
		return kernel.File{}, err
	}
	h, err := letterhead.Of(tx)
	if err != nil {
		return kernel.File{}, err
	}
	content := r.sheet.Content
	say := words.In(content.Language, content.Units)
	answer := say.Say("claim.letter."+string(c.Answer), nil)
	if c.Given != "" {
		answer += " " + say.Say("claim.letter.given."+string(c.Given), nil)
	}
	pdf, err := paper.ClaimLetterPDF(say, h, paper.ClaimLetter{Title: say.Say("claim.letter.title", map[string]any{"number": fmt.Sprint(c.Number)}), To: content.Customer + "\n" + content.Address,
		About: say.Say("claim.letter.about", map[string]any{"common": content.Common, "tag": content.Tag, "date": page.Tree.PlantedOn, "asked": c.AskedOn}), Answer: answer, Text: c.Letter,
		SignedBy: say.Say("claim.letter.signed", map[string]any{"by": page.DecidedBy}), At: *c.DecidedAt}, p.Paper.Paper)
	return kernel.PDF(pdf, "claim-letter-%d.pdf", c.Number), err
}
