package desk

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"strings"
	"time"

	"sedum/core/fault"
	"sedum/core/sampling"
	"sedum/core/stock"
	"sedum/store"
)

// ShareOf is a share of checked trees with its exact 95 % interval.
type ShareOf struct {
	Code    string
	Found   int
	Checked int
	Share   float64
	Low     float64
	High    float64
}

func shareOf(code string, found, checked int) ShareOf {
	out := ShareOf{Code: code, Found: found, Checked: checked}
	out.Low, out.High = sampling.Interval(found, checked)
	if checked > 0 {
		out.Share = float64(found) / float64(checked)
	}
	return out
}

// GrowerView is a grower's record.
type GrowerView struct {
	Grower     store.Grower
	Record     []store.ClosedLot
	Strictness sampling.Strictness
	Faulty     ShareOf
	// Faults are the shares by fault, the commonest first.
	Faults []ShareOf
	// Seasons are the faulty shares by half year, oldest first: the trend.
	Seasons []ShareOf
	Notes   []store.GrowerNote
}

// Growers lists the growers with their records.
func (d *Desk) Growers(ctx context.Context, who Caller) ([]GrowerView, error) {
	if !May(who.Role, SeeYard) {
		return nil, ErrNotAllowed
	}
	growers, err := d.Store.Growers(ctx)
	if err != nil {
		return nil, err
	}
	out := []GrowerView{}
	for _, g := range growers {
		v, err := d.grower(ctx, g)
		if err != nil {
			return nil, err
		}
		out = append(out, v)
	}
	return out, nil
}

func (d *Desk) grower(ctx context.Context, g store.Grower) (GrowerView, error) {
	v := GrowerView{Grower: g, Faults: []ShareOf{}, Seasons: []ShareOf{}}
	var err error
	if v.Record, err = d.Store.RecordOf(ctx, g.ID); err != nil {
		return v, err
	}
	released := []bool{}
	for _, c := range v.Record {
		released = append(released, c.Decision == "released")
	}
	v.Strictness = sampling.Switch(released)
	if v.Notes, err = d.Store.GrowerNotes(ctx, g.ID); err != nil {
		return v, err
	}
	looks, err := d.Store.FirstLooks(ctx, "grower", g.ID)
	if err != nil {
		return v, err
	}
	faulty, byFault, season, checkedIn := 0, map[string]int{}, map[string]int{}, map[string]int{}
	for _, look := range looks {
		bad, _ := stock.Faulty(look.Assessment)
		half := halfYear(look.At)
		checkedIn[half]++
		for code := range stock.GrowerFaults(look.Assessment) {
			byFault[code]++
		}
		if bad {
			faulty++
			season[half]++
		}
	}
	v.Faulty = shareOf("faulty", faulty, len(looks))
	for code, n := range byFault {
		v.Faults = append(v.Faults, shareOf(code, n, len(looks)))
	}
	slices.SortFunc(v.Faults, commonest)
	for half, n := range checkedIn {
		v.Seasons = append(v.Seasons, shareOf(half, season[half], n))
	}
	slices.SortFunc(v.Seasons, func(a, b ShareOf) int { return strings.Compare(a.Code, b.Code) })
	return v, nil
}

func halfYear(t time.Time) string {
	if t.Month() <= time.June {
		return fmt.Sprintf("%d-1", t.Year())
	}
	return fmt.Sprintf("%d-2", t.Year())
}

// NewGrowerNote is what is asked of a grower for a lot.
type NewGrowerNote struct {
	Asked    string `json:"asked" enum:"credit,replace,collect,look"`
	Message  string `json:"message" maxLength:"2000"`
	Language string `json:"language" enum:"en-US,en-GB"`
	Units    string `json:"units" enum:"metric,us"`
}

// SendGrowerNote writes down what was found in a lot and what is asked, with a number, and sends back the trees that stand
// apart when the grower is to take them.
func (d *Desk) SendGrowerNote(ctx context.Context, who Caller, lotNumber int, key string, n NewGrowerNote) (store.GrowerNote, error) {
	if !May(who.Role, SendNotes) {
		return store.GrowerNote{}, ErrNotAllowed
	}
	if err := fault.Check(n).Err(); err != nil {
		return store.GrowerNote{}, err
	}
	number, err := once(ctx, d, who, key, "grower note", func(tx *store.Store) (int, error) {
		if _, err := tx.LotForUpdate(ctx, lotNumber); err != nil {
			return 0, err
		}
		lot, err := tx.LotByNumber(ctx, lotNumber)
		if err != nil {
			return 0, err
		}
		content, err := d.noteContent(ctx, tx, who, lot, n)
		if err != nil {
			return 0, err
		}
		if content.Returned == 0 && content.Faulty == 0 {
			return 0, Refused{Code: "nothing-found", Field: "message"}
		}
		next, err := tx.Next(ctx, "grower-note", 1)
		if err != nil {
			return 0, err
		}
		note := store.GrowerNote{ID: store.NewID(), Number: next, GrowerID: lot.GrowerID, LotID: lot.ID, Content: content, Asked: n.Asked,
			SentAt: d.Now(), PersonID: who.ID, Version: 1}
		if err := store.Add(ctx, tx, &note); err != nil {
			return 0, err
		}
		if n.Asked == "look" {
			return next, nil
		}
		_, err = tx.MoveTreesOfLot(ctx, lot.ID, []stock.State{stock.Apart}, stock.SentBack, d.Now())
		return next, err
	})
	if err != nil {
		return store.GrowerNote{}, err
	}
	return d.Store.GrowerNoteByNumber(ctx, number)
}

// DraftGrowerNote is the note as it would be sent.
func (d *Desk) DraftGrowerNote(ctx context.Context, who Caller, lotNumber int, n NewGrowerNote) (store.GrowerNote, error) {
	if !May(who.Role, SeeYard) {
		return store.GrowerNote{}, ErrNotAllowed
	}
	lot, err := d.Store.LotByNumber(ctx, lotNumber)
	if err != nil {
		return store.GrowerNote{}, err
	}
	content, err := d.noteContent(ctx, d.Store, who, lot, n)
	return store.GrowerNote{GrowerID: lot.GrowerID, LotID: lot.ID, Content: content, Asked: n.Asked, SentAt: d.Now()}, err
}

func (d *Desk) noteContent(ctx context.Context, s *store.Store, who Caller, lot store.Lot, n NewGrowerNote) (store.NoteContent, error) {
	v, err := d.viewLot(ctx, s, who, lot)
	if err != nil {
		return store.NoteContent{}, err
	}
	c := store.NoteContent{Grower: lot.Grower.Name, Place: lot.Grower.Place, Common: lot.Called(), Botanical: lot.Kind.Botanical, LotNumber: lot.Number,
		LotSize: v.Tags, ArrivedOn: lot.ArrivedOn.Format(time.DateOnly), Message: strings.TrimSpace(n.Message), SentBy: who.Name,
		Language: n.Language, Units: n.Units, Returned: v.Counts[stock.Apart], Findings: []store.NoteFinding{}}
	looks, err := s.FirstLooks(ctx, "lot", lot.ID)
	if err != nil {
		return store.NoteContent{}, err
	}
	for _, look := range looks {
		bad, _ := stock.Faulty(look.Assessment)
		c.Checked++
		if !bad {
			continue
		}
		c.Faulty++
		f := store.NoteFinding{Tag: look.Tag, Number: look.Number, Verdict: string(look.Assessment.Verdict), Codes: []string{}, Photos: []string{}}
		for _, r := range look.Assessment.Reasons {
			f.Codes = append(f.Codes, r.Part+"."+r.Code)
		}
		check, err := s.ChecksOf(ctx, look.TreeID)
		if err != nil {
			return c, err
		}
		if len(check) > 0 {
			r := check[0].Readings
			f.BallMM, f.WidthMM, f.TrunkMM = r.BallHeightMM, r.BallDiameterMM, r.CaliperMM
		}
		if look.Assessment.Flare != nil {
			f.FlareMM = look.Assessment.Flare.FlareDepthMM
		}
		photos, err := s.PhotosOf(ctx, look.TreeID)
		if err != nil {
			return c, err
		}
		for _, p := range photos {
			f.Photos = append(f.Photos, p.ID)
		}
		c.Findings = append(c.Findings, f)
	}
	if c.Checked > 0 {
		answer, err := sampling.Answer(sampling.ResultInput{LotSize: c.LotSize, Checked: c.Checked, Defective: c.Faulty,
			TolerableShare: v.Plan.TolerableShare, Confidence: v.Plan.Confidence, Looks: 1})
		if err != nil {
			return c, err
		}
		c.Low, c.High = answer.DefectiveLow, answer.DefectiveHigh
	}
	return c, nil
}

// GrowerNote finds a note by its number.
func (d *Desk) GrowerNote(ctx context.Context, who Caller, number int) (store.GrowerNote, error) {
	if !May(who.Role, SeeYard) {
		return store.GrowerNote{}, ErrNotAllowed
	}
	return d.Store.GrowerNoteByNumber(ctx, number)
}

// GrowerAnswer is what a grower answered.
type GrowerAnswer struct {
	Version int    `json:"version"`
	Answer  string `json:"answer" enum:"agreed,partly,refused"`
	Note    string `json:"note" maxLength:"500"`
}

// AnswerNote records a grower's answer.
func (d *Desk) AnswerNote(ctx context.Context, who Caller, number int, a GrowerAnswer) (store.GrowerNote, error) {
	if !May(who.Role, SendNotes) {
		return store.GrowerNote{}, ErrNotAllowed
	}
	if err := fault.Check(a).Err(); err != nil {
		return store.GrowerNote{}, err
	}
	n, err := d.Store.GrowerNoteByNumber(ctx, number)
	if err != nil {
		return n, err
	}
	now := d.Now()
	n.Answer, n.AnswerNote, n.AnsweredAt, n.Version = a.Answer, strings.TrimSpace(a.Note), &now, a.Version
	if err := d.Store.AnswerGrowerNote(ctx, n); errors.Is(err, store.ErrMissing) {
		return n, Stale{}
	} else if err != nil {
		return n, err
	}
	return d.Store.GrowerNoteByNumber(ctx, number)
}
