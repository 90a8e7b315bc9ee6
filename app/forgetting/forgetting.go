// Package forgetting gives a person what the house keeps of them, and forgets who they were: when they ask for it, and by itself when
// nobody needs it any more. What was planted, how and by whom stays.
package forgetting

import (
	"encoding/json"
	"strings"
	"time"

	"sedum/app/claims"
	"sedum/app/copies"
	"sedum/app/ground"
	"sedum/app/planted"
	"sedum/app/refusals"
	"sedum/app/reminders"
	"sedum/app/sheets"
	"sedum/app/troubles"
	"sedum/app/visits"
	"sedum/core/fault"
	"sedum/core/keeping"
	"sedum/core/roles"
	"sedum/core/rules"
	"sedum/kernel"
)

// AnswerForData is for who answers for the house.
var AnswerForData = kernel.Permission{Name: "answer-for-data", Roles: roles.Office()}

// Capability declares what can be asked and done here, and what the house forgets by itself.
func Capability() kernel.Capability {
	return kernel.Capability{Name: "forgetting", Operations: []kernel.Operation{
		kernel.ReadFile("export-customer", "/spots/{id}/customer/data.json", AnswerForData, "application/json", export).ByPassword().Logged(),
		kernel.Deed("erase-customer", "POST", "/spots/{id}/customer/erased", AnswerForData, erase, kernel.Same).ByPassword().
			Makes("list-spots", "see-spot", "list-sheets", "see-sheet", "sheets-of-tree", "see-mendings", "match", "plan", "today").Logged(),
		kernel.Deed("hand-over", "POST", "/spots/{id}/owner/handed-over", AnswerForData, handOver, kernel.Same).ByPassword().
			Makes(append(planted.Changed, "list-spots", "see-spot", "see-owner", "list-sheets", "see-sheet", "sheets-of-tree", "see-link", "see-reminders", "see-mendings", "list-claims", "see-claim", "list-refusals")...).Logged(),
	}, Jobs: []kernel.Job{
		{ID: "forget-customers", Every: 24 * time.Hour, Due: due, Each: forgetDue},
		{ID: "forget-security-lines", Every: 24 * time.Hour, Due: kernel.Always, Each: func(tx *kernel.Tx, _ string) error {
			return kernel.ForgetLines(tx, tx.Now.AddDate(0, -int(tx.Who.House.Value(rules.KeepLogMonths)), 0), linesAtOnce)
		}},
	}}
}

const (
	linesAtOnce = 5000
	// customersAtOnce are read in one go; a night forgets about as many.
	customersAtOnce = 200
)

// whole is the file that a person is given.
type whole struct {
	WrittenAt time.Time     `json:"written_at"`
	Person    ground.Data   `json:"person"`
	Sheets    []sheets.Data `json:"sheets"`
	// Planted are their trees since they stand in the ground.
	Planted []troubles.Data `json:"planted"`
	// Claims are what they asked to be made good.
	Claims []claims.Kept `json:"claims"`
	// Refused is what they were advised and did not take.
	Refused []refusals.Kept `json:"refused"`
	// Letters are those about their trees.
	Letters []reminders.Kept `json:"letters"`
}

func export(tx *kernel.Tx, p kernel.ByID) (kernel.File, error) {
	data, err := ground.DataOfSpot(tx, p.ID)
	if err != nil {
		return kernel.File{}, err
	}
	out := whole{WrittenAt: tx.Now, Person: data}
	if out.Sheets, err = sheets.DataOf(tx, data.Spots); err != nil {
		return kernel.File{}, err
	}
	if out.Planted, err = troubles.DataOf(tx, data.Spots); err != nil {
		return kernel.File{}, err
	}
	if out.Claims, err = claims.DataOf(tx, data.Spots); err != nil {
		return kernel.File{}, err
	}
	if out.Refused, err = refusals.DataOf(tx, data.Spots); err != nil {
		return kernel.File{}, err
	}
	if out.Letters, err = reminders.DataOf(tx, data.Spots); err != nil {
		return kernel.File{}, err
	}
	text, err := json.MarshalIndent(out, "", "  ")
	return kernel.File{Type: "application/json", Name: "customer-data.json", Attached: true, Content: text}, err
}

// Erasure is why somebody is forgotten.
type Erasure struct {
	// Name is the customer's, written once more, so that nobody erases the wrong one.
	Name string `json:"name" maxLength:"120"`
}

// erase forgets who the customer of a spot was. Errors: a fault at name when it is not theirs; Refused tree-held-for-them while a tree is
// held for them: it is handed over or let go first.
func erase(tx *kernel.Tx, p kernel.ByID, e Erasure) (kernel.None, error) {
	// Held before anything is read: a sheet that is being issued for them is in, or is refused.
	customer, err := ground.HoldCustomerOf(tx, p.ID)
	if err != nil {
		return kernel.None{}, err
	}
	tx.About(customer.ID)
	data, err := ground.DataOf(tx, customer.ID)
	if err != nil {
		return kernel.None{}, err
	}
	if !strings.EqualFold(strings.TrimSpace(e.Name), data.Name) {
		return kernel.None{}, fault.List{{Field: "name", Code: fault.NotThisName}}
	}
	return kernel.None{}, forget(tx, customer.ID, data)
}

func forget(tx *kernel.Tx, customer string, data ground.Data) error {
	if err := freed(tx, data); err != nil {
		return err
	}
	for _, forget := range []func(*kernel.Tx, []string) error{planted.Forget, visits.Forget, troubles.Forget, claims.Forget, refusals.Forget, reminders.Forget} {
		if err := forget(tx, data.Spots); err != nil {
			return err
		}
	}
	if err := copies.Forget(tx, data.Spots); err != nil {
		return err
	}
	if err := sheets.Forget(tx, data.Spots, ground.Forgotten); err != nil {
		return err
	}
	return ground.Forget(tx, customer)
}

// due are the customers whom nobody needs to know any more (core/keeping), and for whom nothing is held.
func due(tx *kernel.Tx) ([]string, error) {
	out := []string{}
	since := tx.Now.AddDate(0, -keeping.Shortest(tx.Who.House), 0)
	last := ground.Quiet{TouchedAt: time.Date(2000, 1, 1, 0, 0, 0, 0, time.UTC)}
	// All are looked at: who planted may be quiet for ten years, and stands before who only asked.
	for len(out) < customersAtOnce {
		quiet, err := ground.Untouched(tx, since, last, customersAtOnce)
		if err != nil {
			return nil, err
		}
		for _, customer := range quiet {
			past, err := over(tx, customer.ID)
			if err != nil {
				return nil, err
			}
			if past {
				out = append(out, customer.ID)
			}
		}
		if len(quiet) < customersAtOnce {
			break
		}
		last = quiet[len(quiet)-1]
	}
	return out, nil
}

// over tells whether a customer of whom nothing was written for long is to be forgotten now.
func over(tx *kernel.Tx, customer string) (bool, error) {
	data, err := ground.DataOf(tx, customer)
	if err != nil {
		return false, err
	}
	for _, spot := range data.Spots {
		if held, err := sheets.HoldsSpot(tx, spot); err != nil || held {
			return false, err
		}
	}
	planted, err := sheets.LastPlanting(tx, data.Spots)
	return err == nil && keeping.Until(tx.Who.House, data.TouchedAt, planted).Before(tx.Now), err
}

func forgetDue(tx *kernel.Tx, customer string) error {
	if err := ground.HoldCustomer(tx, customer); err != nil {
		return err
	}
	past, err := over(tx, customer)
	if err != nil || !past { // somebody wrote of them meanwhile
		return err
	}
	data, err := ground.DataOf(tx, customer)
	if err != nil {
		return err
	}
	if err := forget(tx, customer, data); err != nil {
		return err
	}
	return kernel.LogHouse(tx, "forget-customer")
}
