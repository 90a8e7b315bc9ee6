package clock

import (
	"errors"
	"strings"
	"time"

	records "sedum/app/yard"
	"sedum/core/stock"
	"sedum/kernel"
)

// undoSoak takes back what was last said of a soak: that it is out of the water, or that it ever stood in it. For bare roots it is a touch of
// their clock, and goes the way of every touch.
func undoSoak(tx *kernel.Tx, p kernel.ByID, u Undo) (kernel.None, error) {
	s, err := kernel.Held[Soak](tx, "SELECT * FROM soaks WHERE id = ?", p.ID)
	if err != nil || s.UndoneAt != nil {
		return kernel.None{}, err
	}
	mine, stage := s.PersonID == tx.Who.ID, s.BegunStageID
	if s.EndedAt != nil {
		mine, stage = s.EndedBy != nil && *s.EndedBy == tx.Who.ID, s.EndedStageID
	}
	if stage != nil {
		return kernel.None{}, takeBack(tx, *stage, u.Reason)
	}
	reason := strings.TrimSpace(u.Reason)
	switch warned := s.Told && s.EndedAt == nil; {
	case !stock.MayUndoTouch(mine, warned, tx.Who.Role, reason):
		return kernel.None{}, kernel.Refused{Code: "stage-of-another", Field: "reason"}
	case s.EndedAt != nil:
		return kernel.None{}, inWaterAgain(tx, "id = ?", s.ID)
	}
	return kernel.None{}, neverInWater(tx, reason, "id = ?", s.ID)
}

// unsoak lets the soaks follow a touch of the clock that was taken back.
func unsoak(tx *kernel.Tx, stageID, reason string) error {
	if err := inWaterAgain(tx, "ended_stage_id = ?", stageID); err != nil {
		return err
	}
	return neverInWater(tx, reason, "begun_stage_id = ?", stageID)
}

func inWaterAgain(tx *kernel.Tx, which string, id string) error {
	_, err := kernel.Change[Soak](tx, map[string]any{"ended_at": nil, "ended_by": nil, "ended_stage_id": nil}, which, id)
	if errors.Is(err, kernel.ErrTwice) {
		return kernel.Refused{Code: "in-water", Field: "tag"}
	}
	return err
}

func neverInWater(tx *kernel.Tx, reason, which, id string) error {
	_, err := kernel.Change[Soak](tx, map[string]any{"undone_at": tx.Now, "undone_by": tx.Who.ID, "undone_reason": reason}, which+" AND undone_at IS NULL", id)
	return err
}

// OutAgain is stock that was taken out of the water a little while ago: a wrong touch can be taken back.
type OutAgain struct {
	ID      string    `json:"id"`
	Lot     int       `json:"lot"`
	Tag     string    `json:"tag"`
	Common  string    `json:"common"`
	EndedAt time.Time `json:"ended_at"`
	By      string    `json:"by"`
}

// undoFor is how long a touch that ended something stands on the board, to be taken back.
const undoFor = time.Hour

func justOut(tx *kernel.Tx) ([]OutAgain, error) {
	list, err := kernel.Many[Soak](tx.With("Ender"), "ended_at DESC, id", "ended_at >= ? AND undone_at IS NULL", tx.Now.Add(-undoFor))
	if err != nil {
		return nil, err
	}
	lots, tags, err := whatOf(tx, list)
	out := []OutAgain{}
	for _, s := range list {
		lotOf := lots[s.LotID]
		v := OutAgain{ID: s.ID, Lot: lotOf.Number, Common: lotOf.Called(), EndedAt: *s.EndedAt}
		if s.Ender != nil {
			v.By = s.Ender.Name
		}
		if s.TreeID != nil {
			v.Tag = tags[*s.TreeID]
		}
		out = append(out, v)
	}
	return out, err
}

// whatOf are the lots and the tags of what stands or stood in water.
func whatOf(tx *kernel.Tx, soaks []Soak) (map[string]records.Lot, map[string]string, error) {
	lotIDs, treeIDs := []string{}, []string{}
	for _, s := range soaks {
		lotIDs = append(lotIDs, s.LotID)
		if s.TreeID != nil {
			treeIDs = append(treeIDs, *s.TreeID)
		}
	}
	lots, err := records.LotsByID(tx, lotIDs)
	if err != nil {
		return nil, nil, err
	}
	trees, err := records.TreesByID(tx, treeIDs)
	tags := map[string]string{}
	for _, t := range trees {
		tags[t.ID] = t.Tag
	}
	return lots, tags, err
}
