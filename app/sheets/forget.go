package sheets

import (
	"fmt"
	"strings"
	"time"

	"sedum/app/messages"
	"sedum/kernel"
)

// Data is what is kept of a sheet for the person it went to.
type Data struct {
	Number     int        `json:"number"`
	IssuedAt   time.Time  `json:"issued_at"`
	PlantingOn string     `json:"planting_on"`
	Withdrawn  *time.Time `json:"withdrawn_at"`
	Signed     string     `json:"signed_reason"`
	Content    Content    `json:"content"`
}

// DataOf are the sheets that went out for some spots.
func DataOf(tx *kernel.Tx, spotIDs []string) ([]Data, error) {
	out := []Data{}
	if len(spotIDs) == 0 {
		return out, nil
	}
	list, err := kernel.Many[Sheet](tx, "number", "spot_id IN ?", spotIDs)
	for _, s := range list {
		out = append(out, Data{s.Number, s.IssuedAt, s.PlantingOn.Format(time.DateOnly), s.WithdrawnAt, s.SignedReason, s.Content})
	}
	return out, err
}

// LastPlanting is the newest day for which a sheet that holds was issued for some spots, nil when there is none: by one that was withdrawn
// nobody plants.
func LastPlanting(tx *kernel.Tx, spotIDs []string) (*time.Time, error) {
	if len(spotIDs) == 0 {
		return nil, nil
	}
	last, err := kernel.Rows[struct{ Day *time.Time }](tx, "SELECT MAX(planting_on) AS day FROM sheets WHERE withdrawn_at IS NULL AND spot_id IN ?", spotIDs)
	if err != nil || len(last) == 0 {
		return nil, err
	}
	return last[0].Day, nil
}

// Forget leaves of the sheets for some spots what was planted and how, and takes out who it was for, where, and what may name them: the
// words that somebody signed or withdrew by keep their sense where they name nobody. The tree's record stays.
func Forget(tx *kernel.Tx, spotIDs []string, instead string) error {
	for _, s := range spotIDs {
		if _, err := kernel.Exec(tx, "UPDATE sheet_batch_items SET ask = NULL WHERE spot_id = ?", s); err != nil {
			return err
		}
		list, err := kernel.Many[Sheet](tx, "number", "spot_id = ?", s)
		if err != nil {
			return err
		}
		for _, sheet := range list {
			c := sheet.Content
			without := func(text string) string {
				for _, word := range []string{c.Customer, c.Address, c.SpotName} {
					if word != "" && word != instead {
						text = strings.ReplaceAll(text, word, instead)
					}
				}
				return text
			}
			signed, reason := without(sheet.SignedReason), without(sheet.WithdrawnReason)
			c.Customer, c.Address, c.SpotName = instead, instead, instead
			c.ForgottenAt, c.ChosenReason = &tx.Now, without(c.ChosenReason)
			for i := range c.OfGround {
				c.OfGround[i].Reason = without(c.OfGround[i].Reason)
			}
			if c.Marking != nil {
				c.Marking.Reference, c.Marking.MarkedBy = instead, instead
			}
			sheet.Content, sheet.SignedReason, sheet.WithdrawnReason = c, signed, reason
			if err := kernel.Ours(tx.DB().Model(&sheet).Select("content", "signed_reason", "withdrawn_reason").Updates(&sheet).Error); err != nil {
				return err
			}
			if err := redraw(tx, sheet); err != nil {
				return err
			}
			if _, err := kernel.Exec(tx, "DELETE FROM sheet_links WHERE sheet_id = ?", sheet.ID); err != nil {
				return err
			}
			if err := messages.ForgetFact(tx, "customer", fmt.Sprint(sheet.Number), instead); err != nil {
				return err
			}
		}
	}
	return nil
}
