package planted

import (
	"strings"
	"time"

	"sedum/core/care"
	"sedum/core/fault"
	"sedum/kernel"
)

// Spare is what was taken of a planted tree to have it once more.
type Spare struct {
	ID        string `gorm:"primaryKey"`
	PlantedID string
	Way       care.SpareWay
	TakenOn   time.Time
	Stands    string
	PersonID  string
	At        time.Time
	EndedOn   *time.Time
	EndedWhy  string
}

// TableName says of what.
func (Spare) TableName() string { return "planted_spares" }

// NewSpare is a spare as it is entered: how and when it was taken, and where it stands.
type NewSpare struct {
	Way     care.SpareWay `json:"way"`
	TakenOn string        `json:"taken_on"`
	Stands  string        `json:"stands" maxLength:"120"`
}

// HoldDear says that a spare of a tree is to be kept from today on, or no more.
func HoldDear(tx *kernel.Tx, id string, dear bool) error {
	t, err := Hold(tx, id)
	if err != nil || dear == (t.DearSince != nil) {
		return err
	}
	var since any
	if dear {
		since = tx.Today()
	}
	return kernel.ChangeOne[Tree](tx, map[string]any{"dear_since": since}, "id = ?", t.ID)
}

// AddSpare writes a spare down. Errors: kernel.ErrMissing; faults at taken_on and stands.
func AddSpare(tx *kernel.Tx, id string, n NewSpare) error {
	t, err := Hold(tx, id)
	if err != nil {
		return err
	}
	l := fault.Missing("stands", strings.TrimSpace(n.Stands))
	on := kernel.Date(&l, "taken_on", n.TakenOn)
	if len(l) == 0 && on.After(tx.Today()) {
		l.Add("taken_on", fault.AtMost, tx.Today().Format(time.DateOnly))
	} else if len(l) == 0 && on.Before(t.PlantedOn) {
		l.Add("taken_on", fault.AtLeast, t.PlantedOn.Format(time.DateOnly))
	}
	if err := l.Err(); err != nil {
		return err
	}
	return kernel.Add(tx, &Spare{ID: kernel.NewID(), PlantedID: t.ID, Way: n.Way, TakenOn: on, Stands: strings.TrimSpace(n.Stands), PersonID: tx.Who.ID, At: tx.Now})
}

// EndSpare says that a spare is no more, and why; it stays on record. Errors: kernel.ErrMissing; a fault at reason.
func EndSpare(tx *kernel.Tx, p OfTree, why string) error {
	if err := fault.Missing("reason", strings.TrimSpace(why)).Err(); err != nil {
		return err
	}
	return kernel.ChangeOne[Spare](tx, map[string]any{"ended_on": tx.Today(), "ended_why": strings.TrimSpace(why)}, "id = ? AND planted_id = ? AND ended_on IS NULL", p.Record, p.ID)
}

// SparesOf are the spares of some trees, the newest first.
func SparesOf(tx *kernel.Tx, ids []string) (map[string][]Spare, error) {
	out := map[string][]Spare{}
	if len(ids) == 0 {
		return out, nil
	}
	list, err := kernel.Many[Spare](tx, "taken_on DESC, at DESC, id", "planted_id IN ?", ids)
	for _, s := range list {
		out[s.PlantedID] = append(out[s.PlantedID], s)
	}
	return out, err
}
