package clock

import (
	"time"

	"sedum/app/people"
	"sedum/core/yard"
	"sedum/kernel"
)

// DampLook is what a hand felt at waiting roots, appended.
type DampLook struct {
	ID       string
	LotID    string
	TreeID   *string
	Damp     yard.Damp
	PersonID string
	At       time.Time

	Person people.Named
}

// NewDampLook is what a hand felt at the roots of a waiting lot or bundle.
type NewDampLook struct {
	Lot  int       `json:"lot" minimum:"1"`
	Tag  string    `json:"tag"`
	Damp yard.Damp `json:"damp"`
}

// feelRoots appends what was felt. Drying or dry roots are wetted in the same touch: the clock is told of it.
func feelRoots(tx *kernel.Tx, _ kernel.None, n NewDampLook) (string, error) {
	lot, treeID, err := subject(tx, n.Lot, n.Tag)
	if err != nil {
		return "", err
	}
	look := DampLook{ID: kernel.NewID(), LotID: lot.ID, TreeID: treeID, Damp: n.Damp, PersonID: tx.Who.ID, At: tx.Entered()}
	if err := kernel.Add(tx, &look); err != nil || n.Damp == yard.Moist {
		return look.ID, err
	}
	return look.ID, kernel.Add(tx, &Stage{ID: kernel.NewID(), LotID: lot.ID, TreeID: treeID, At: look.At, Rewet: true, PersonID: tx.Who.ID, EnteredAt: tx.Now})
}

// feltAt joins to each unit what was last felt at it; what was felt of the whole lot holds for its bundles too.
func feltAt(tx *kernel.Tx, units []unit) error {
	ids := []string{}
	for _, u := range units {
		ids = append(ids, u.lot.ID)
	}
	if len(ids) == 0 {
		return nil
	}
	looks, err := kernel.Many[DampLook](tx.With("Person"), "at DESC, id DESC", "lot_id IN ?", ids)
	for i := range units {
		u := &units[i]
		for _, l := range looks {
			if l.LotID == u.lot.ID && (l.TreeID == nil || (u.treeID != nil && *l.TreeID == *u.treeID)) {
				u.felt = &l
				break
			}
		}
	}
	return err
}

func (u unit) feelToday(tx *kernel.Tx) bool {
	last := time.Time{}
	if u.felt != nil {
		last = u.felt.At
	}
	return yard.DampDue(last, tx.Now.In(tx.Zone))
}
