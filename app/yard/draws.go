package yard

import (
	"errors"
	"time"

	"sedum/app/people"
	"sedum/core/sampling"
	"sedum/core/stock"
	"sedum/kernel"
)

// Sample is the plan for a lot as it was announced, and the trees that were drawn.
type Sample struct {
	ID             string
	LotID          string
	Seed           uint64
	LotSize        int
	TolerableShare float64
	Confidence     float64
	Strictness     sampling.Strictness
	Looks          []sampling.Look `gorm:"serializer:json"`
	Drawn          []int           `gorm:"serializer:json"`
	PersonID       string
	At             time.Time

	Person people.Named
}

// Decision is what someone decided on a lot, or proposed; appended.
type Decision struct {
	ID       string
	LotID    string
	Decision stock.LotDecision
	Proposed bool
	Note     string
	PersonID string
	At       time.Time

	Person people.Named
}

// TableName says what is decided on.
func (Decision) TableName() string { return "lot_decisions" }

// SampleOf finds the sample of a lot, nil when none was drawn.
func SampleOf(tx *kernel.Tx, lotID string) (*Sample, error) {
	s, err := kernel.One[Sample](tx.With("Person"), "lot_id = ?", lotID)
	if errors.Is(err, kernel.ErrMissing) {
		return nil, nil
	}
	return &s, err
}

// Draw keeps a sample: one a lot. Errors: kernel.ErrTwice.
func Draw(tx *kernel.Tx, s Sample) error {
	s.ID, s.PersonID, s.At = kernel.NewID(), tx.Who.ID, tx.Now
	return kernel.Add(tx, &s)
}

// DecisionsOf lists what was decided on a lot, newest first.
func DecisionsOf(tx *kernel.Tx, lotID string) ([]Decision, error) {
	return kernel.Many[Decision](tx.With("Person"), "at DESC, id DESC", "lot_id = ?", lotID)
}

// Decide appends what was decided on a lot, and closes it unless it was only proposed; unchecked is a release that no
// complete look of drawn trees stands behind. The lot is held by the caller.
func Decide(tx *kernel.Tx, lot Lot, d stock.LotDecision, note string, proposed, unchecked bool) error {
	err := kernel.Add(tx, &Decision{ID: kernel.NewID(), LotID: lot.ID, Decision: d, Proposed: proposed, Note: note, PersonID: tx.Who.ID, At: tx.Now})
	if err != nil || proposed {
		return err
	}
	return kernel.ChangeOne[Lot](tx, map[string]any{"decision": d, "decided_at": tx.Now, "unchecked": unchecked}, "id = ?", lot.ID)
}

// Reopen opens a closed lot again; the record of its decisions says who and why.
func Reopen(tx *kernel.Tx, lot Lot, note string) error {
	err := kernel.Add(tx, &Decision{ID: kernel.NewID(), LotID: lot.ID, Decision: stock.LotOpen, Note: note, PersonID: tx.Who.ID, At: tx.Now})
	if err != nil {
		return err
	}
	return kernel.ChangeOne[Lot](tx, map[string]any{"decision": stock.LotOpen, "decided_at": nil, "unchecked": false}, "id = ?", lot.ID)
}

// NextToLookAt is the tag of the next tree of a lot that nobody looked at: of its sample while that is open, else the next in the lot.
func NextToLookAt(tx *kernel.Tx, lot Lot, after int) (string, error) {
	if lot.Decision == stock.LotOpen {
		type drawn struct {
			Drawn []int `gorm:"serializer:json"`
		}
		rows, err := kernel.Rows[drawn](tx, "SELECT drawn FROM samples WHERE lot_id = ?", lot.ID)
		if err != nil {
			return "", err
		}
		if len(rows) > 0 {
			return nextAt(tx, lot.ID, rows[0].Drawn, after)
		}
	}
	return nextInLot(tx, lot.Number, after)
}
