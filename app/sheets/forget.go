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
	return redirect(tx, spotIDs, instead, instead, func(c *Content) []string {
		named := []string{c.Customer, c.Address, c.SpotName}
		c.Customer, c.Address, c.SpotName = instead, instead, instead
		c.ForgottenAt = &tx.Now
		if c.Marking != nil {
			c.Marking.Reference, c.Marking.MarkedBy = instead, instead
		}
		return named
	})
}

// HandOver has the sheets for some spots say who lives with their trees from a day on, and takes out who did before; whoever had a link to one
// has none any more.
func HandOver(tx *kernel.Tx, spotIDs []string, to, instead string, on time.Time) error {
	return redirect(tx, spotIDs, to, instead, func(c *Content) []string {
		named := []string{c.Customer}
		if c.Marking != nil {
			c.Marking.MarkedBy = strings.ReplaceAll(c.Marking.MarkedBy, c.Customer, instead)
		}
		c.Customer, c.HandedOn = to, &on
		return named
	})
}

// redirect writes sheets anew by what change makes of their content, without the words that named somebody, and ends their links.
func redirect(tx *kernel.Tx, spotIDs []string, to, instead string, change func(*Content) (named []string)) error {
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
			named := change(&c)
			without := func(text string) string {
				for _, word := range named {
					if word != "" && word != instead {
						text = strings.ReplaceAll(text, word, instead)
					}
				}
				return text
			}
			signed, reason := without(sheet.SignedReason), without(sheet.WithdrawnReason)
			c.ChosenReason = without(c.ChosenReason)
			for i := range c.OfGround {
				c.OfGround[i].Reason = without(c.OfGround[i].Reason)
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
			if err := messages.ForgetFact(tx, "customer", fmt.Sprint(sheet.Number), to); err != nil {
				return err
			}
		}
	}
	return nil
}
