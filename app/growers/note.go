package growers

import (
	"errors"
	"fmt"
	"strings"
	"time"

	"sedum/app/bench"
	"sedum/app/lots"
	"sedum/app/photos"
	"sedum/app/yard"
	"sedum/core/stock"
	"sedum/kernel"
	"sedum/words"
)

// Finding is one faulty tree in a note to a grower.
type Finding struct {
	Tag     string        `json:"tag"`
	Number  int           `json:"number"`
	Verdict stock.Verdict `json:"verdict"`
	Codes   []string      `json:"codes" doc:"part.code of each reason"`
	FlareMM *float64      `json:"flare_depth_mm"`
	BallMM  *float64      `json:"ball_height_mm"`
	WidthMM *float64      `json:"ball_diameter_mm"`
	TrunkMM *float64      `json:"caliper_mm"`
	Photos  []string      `json:"photos"`
}

// Content is a note to a grower as it was sent.
type Content struct {
	Grower    string `json:"grower"`
	Place     string `json:"place"`
	Common    string `json:"common"`
	Botanical string `json:"botanical"`
	LotNumber int    `json:"lot_number"`
	LotSize   int    `json:"lot_size"`
	ArrivedOn string `json:"arrived_on"`
	Checked   int    `json:"checked"`
	Faulty    int    `json:"faulty"`
	// Drawn are the trees of a complete look, 0 when there is none: then nothing is claimed for the whole lot.
	Drawn       int            `json:"drawn,omitempty"`
	DrawnFaulty int            `json:"drawn_faulty,omitempty"`
	Low         int            `json:"low" doc:"of the lot, at least so many"`
	High        int            `json:"high"`
	Returned    int            `json:"returned" doc:"trees that go back"`
	Findings    []Finding      `json:"findings"`
	Message     string         `json:"message"`
	SentBy      string         `json:"sent_by"`
	Language    words.Language `json:"language"`
	Units       words.Units    `json:"units"`
}

// Note is a note to a grower, and its answer.
type Note struct {
	ID         string
	Number     int
	GrowerID   string
	LotID      string
	Content    Content `gorm:"serializer:json"`
	Asked      Asked
	SentAt     time.Time
	PersonID   string
	Answer     Answered
	AnswerNote string
	AnsweredAt *time.Time
	Version    int
}

// TableName says to whom it is a note.
func (Note) TableName() string { return "grower_notes" }

// NewNote is what is asked of a grower for a lot.
type NewNote struct {
	// Version of the lot as it was seen; two who saw the same cannot both send.
	Version  int            `json:"version"`
	Asked    Asked          `json:"asked"`
	Message  string         `json:"message" maxLength:"2000"`
	Language words.Language `json:"language"`
	Units    words.Units    `json:"units"`
}

// send writes down what was found in a lot and what is asked, with a number, and sends back the trees that stand
// apart when the grower is to take them.
func send(tx *kernel.Tx, p kernel.ByNumber, n NewNote) (number int, err error) {
	lot, err := yard.SeenLot(tx, p.Number, n.Version)
	if err != nil {
		return 0, err
	}
	content, err := contentOf(tx, lot, n)
	if err != nil {
		return 0, err
	}
	if content.Returned == 0 && content.Faulty == 0 {
		return 0, kernel.Refused{Code: "nothing-found", Field: "message"}
	}
	next, err := tx.Next("grower-note", 1)
	if err != nil {
		return 0, err
	}
	note := Note{ID: kernel.NewID(), Number: next, GrowerID: lot.GrowerID, LotID: lot.ID, Content: content, Asked: n.Asked, SentAt: tx.Now, PersonID: tx.Who.ID, Version: 1}
	if err := kernel.Add(tx, &note); err != nil || n.Asked == "look" {
		return next, err
	}
	_, err = yard.MoveLot(tx, lot, []stock.State{stock.Apart}, stock.SentBack, fmt.Sprint(next))
	return next, err
}

// draft is the note as it would be sent.
func draft(tx *kernel.Tx, p kernel.ByNumber, n NewNote) (NotePage, error) {
	lot, err := yard.LotByNumber(tx, p.Number)
	if err != nil {
		return NotePage{}, err
	}
	content, err := contentOf(tx, lot, n)
	return Note{GrowerID: lot.GrowerID, LotID: lot.ID, Content: content, Asked: n.Asked, SentAt: tx.Now}.page(tx.Say), err
}

func contentOf(tx *kernel.Tx, lot yard.Lot, n NewNote) (Content, error) {
	tally, err := yard.TallyOf(tx, lot.Number)
	if err != nil {
		return Content{}, err
	}
	c := Content{Grower: lot.Grower.Name, Place: lot.Grower.Place, Common: lot.Called(), Botanical: lot.Kind.Botanical, LotNumber: lot.Number,
		LotSize: tally.Tags, ArrivedOn: lot.ArrivedOn.Format(time.DateOnly), Message: strings.TrimSpace(n.Message), SentBy: tx.Who.Name,
		Language: n.Language, Units: n.Units, Returned: tally.Counts[stock.Apart], Findings: []Finding{}}
	looks, err := bench.FirstLooksOfLot(tx, lot.ID)
	if err != nil {
		return c, err
	}
	for _, look := range looks {
		c.Checked++
		if bad, _ := stock.Faulty(look.Assessment); !bad {
			continue
		}
		c.Faulty++
		f, err := findingOf(tx, look)
		if err != nil {
			return c, err
		}
		c.Findings = append(c.Findings, f)
	}
	// Only drawn trees at a complete look speak for the whole lot; what somebody chose is listed.
	answer, err := lots.AnswerOf(tx, lot)
	if answer != nil {
		c.Drawn, c.DrawnFaulty, c.Low, c.High = answer.Checked, answer.Faulty, answer.DefectiveLow, answer.DefectiveHigh
	}
	return c, err
}

func findingOf(tx *kernel.Tx, look bench.FirstLook) (Finding, error) {
	r := look.Readings
	f := Finding{Tag: look.Tag, Number: look.Number, Verdict: look.Assessment.Verdict, Codes: []string{}, Photos: []string{},
		BallMM: r.BallHeightMM, WidthMM: r.BallDiameterMM, TrunkMM: r.CaliperMM}
	for _, each := range look.Assessment.Reasons {
		f.Codes = append(f.Codes, each.Name())
	}
	if look.Assessment.Flare != nil {
		f.FlareMM = look.Assessment.Flare.FlareDepthMM
	}
	list, err := photos.Of(tx, look.TreeID)
	for _, p := range list {
		f.Photos = append(f.Photos, p.ID)
	}
	return f, err
}

func noteByNumber(tx *kernel.Tx, number int) (Note, error) {
	return kernel.One[Note](tx, "number = ?", number)
}

func showNote(tx *kernel.Tx, _ kernel.ByNumber, number int) (NotePage, error) {
	n, err := noteByNumber(tx, number)
	return n.page(tx.Say), err
}

// Answer is what a grower answered.
type Answer struct {
	Version int      `json:"version"`
	Answer  Answered `json:"answer"`
	Note    string   `json:"note" maxLength:"500"`
}

// answer records a grower's answer. Errors: kernel.Stale with the note.
func answer(tx *kernel.Tx, p kernel.ByNumber, a Answer) (number int, err error) {
	err = kernel.ChangeOne[Note](tx, map[string]any{"answer": a.Answer, "answer_note": strings.TrimSpace(a.Note), "answered_at": tx.Now, "version": a.Version + 1},
		"number = ? AND version = ?", p.Number, a.Version)
	if errors.Is(err, kernel.ErrMissing) {
		n, err := noteByNumber(tx, p.Number)
		return 0, errors.Join(err, kernel.Stale{Current: n.page(tx.Say)})
	}
	return p.Number, err
}

// NoteLine is a note to a grower as a line of a list.
type NoteLine struct {
	Number     int        `json:"number"`
	LotNumber  int        `json:"lot_number"`
	Common     string     `json:"common"`
	Asked      Asked      `json:"asked"`
	Headline   string     `json:"headline"`
	Returned   int        `json:"returned"`
	SentAt     time.Time  `json:"sent_at"`
	Answer     Answered   `json:"answer" optional:"true"`
	AnswerNote string     `json:"answer_note"`
	AnsweredAt *time.Time `json:"answered_at"`
	Version    int        `json:"version"`
}

// NotePage is a note to a grower on the screen.
type NotePage struct {
	NoteLine
	Content    Content `json:"content"`
	SampleText string  `json:"sample_text"`
}

func (n Note) line(s words.Speaker) NoteLine {
	return NoteLine{n.Number, n.Content.LotNumber, n.Content.Common, n.Asked, n.headline(s), n.Content.Returned, n.SentAt, n.Answer, n.AnswerNote, n.AnsweredAt, n.Version}
}

func (n Note) page(s words.Speaker) NotePage {
	if n.Content.Findings == nil {
		n.Content.Findings = []Finding{}
	}
	return NotePage{n.line(s), n.Content, n.Content.sampleText(s)}
}

func (n Note) headline(s words.Speaker) string {
	return s.Say("grower-note.headline."+string(n.Asked), map[string]any{"count": fmt.Sprint(n.Content.Returned)})
}

func (c Content) sampleText(s words.Speaker) string {
	id := "grower-note.sample"
	switch {
	case c.Drawn > 0 && c.Low == c.High:
		id = "grower-note.sample.drawn.exactly"
	case c.Drawn > 0:
		id = "grower-note.sample.drawn"
	}
	return s.Say(id, map[string]any{"checked": fmt.Sprint(c.Checked), "size": fmt.Sprint(c.LotSize), "faulty": fmt.Sprint(c.Faulty),
		"drawn": fmt.Sprint(c.Drawn), "drawn_faulty": fmt.Sprint(c.DrawnFaulty), "low": fmt.Sprint(c.Low), "high": fmt.Sprint(c.High)})
}
