// Package troubles works an ailing tree through from what is seen to its cause (handbook, aftercare.md, "Visits and troubles").
package troubles

import (
	"embed"
	"errors"
	"strings"
	"time"

	"sedum/app/planted"
	housed "sedum/app/rules"
	"sedum/core/fault"
	"sedum/core/roles"
	"sedum/core/set"
	"sedum/core/trouble"
	"sedum/kernel"
)

//go:embed tables/*.sql
var tables embed.FS

// Trouble is an ailing tree as it was looked at, and what of it was decided.
type Trouble struct {
	ID        string `gorm:"primaryKey"`
	Number    int
	PlantedID *string
	OpenedOn  time.Time
	Said      string
	Seen      trouble.Seen      `gorm:"serializer:json"`
	Weighed   []trouble.Weighed `gorm:"serializer:json"`
	// Odds are those that the house held other than the program when it was saved.
	Odds      []trouble.Changed `gorm:"serializer:json"`
	Cause     trouble.Cause
	DecidedBy *string
	DecidedAt *time.Time
	PersonID  string
	At        time.Time
	Version   int

	TakenBackAt *time.Time
}

// Who may do what with troubles.
var (
	SeeTroubles  = kernel.Permission{Name: "see-troubles", Roles: set.All[roles.Role]()}
	KeepTroubles = kernel.Permission{Name: "keep-troubles", Roles: roles.Counter()}
)

// Capability declares what can be asked and done here.
func Capability() kernel.Capability {
	changed := append([]string{"list-troubles", "see-trouble"}, planted.Changed...)
	same := func(tx *kernel.Tx, p kernel.ByNumber, _ int) (Page, error) { return see(tx, p) }
	return kernel.Capability{Name: "troubles", Tables: kernel.Folder(tables), Operations: []kernel.Operation{
		kernel.Ask("weigh-signs", "/troubles/weighing", SeeTroubles, weigh),
		kernel.Read("list-troubles", "/troubles", SeeTroubles, list),
		kernel.Read("see-trouble", "/troubles/{number}", SeeTroubles, see),
		kernel.Deed("save-trouble", "POST", "/troubles", KeepTroubles, save, func(tx *kernel.Tx, _ kernel.None, number int) (Page, error) {
			return see(tx, kernel.ByNumber{Number: number})
		}).Makes(changed...),
		kernel.Deed("amend-trouble", "PUT", "/troubles/{number}", KeepTroubles, amend, same).Makes(changed...),
		kernel.Deed("decide-trouble", "PUT", "/troubles/{number}/decided", KeepTroubles, decide, same).Makes(changed...),
		kernel.Deed("take-back-trouble", "POST", "/troubles/{number}/taken-back", KeepTroubles, takeBack, same).Makes(changed...),
		kernel.Read("list-odds", "/troubles/odds", SeeTroubles, listOdds),
		kernel.Deed("change-odds", "POST", "/troubles/odds", housed.ChangeRules, changeOdds, func(tx *kernel.Tx, _ kernel.None, _ kernel.None) (OddsPage, error) {
			return listOdds(tx, kernel.None{})
		}).Makes("list-odds", "weigh-signs"),
	}}
}

// Signs are what was looked at, and what somebody said in their own words. Of a planted tree of ours the record answers what it can.
type Signs struct {
	PlantedID string `json:"planted_id,omitempty"`
	Said      string `json:"said" maxLength:"1000"`
	// Seen are answers by their question; Unheard are questions whose answer in the words was taken off again.
	Seen    map[string]string `json:"seen"`
	Unheard []string          `json:"unheard" maxItems:"60"`
}

func (s Signs) seen() trouble.Seen {
	out := trouble.Seen{}
	for q, a := range s.Seen {
		out[trouble.Question(q)] = trouble.Answer(a)
	}
	return out
}

// NewTrouble is a trouble as it is saved.
type NewTrouble struct {
	Signs
}

// save keeps a trouble with the causes as they stand now.
func save(tx *kernel.Tx, _ kernel.None, n NewTrouble) (int, error) {
	t := Trouble{ID: kernel.NewID(), OpenedOn: tx.DayOf(tx.Entered()), PersonID: tx.Who.ID, At: tx.Entered(), Version: 1}
	if n.PlantedID != "" {
		p, err := planted.Hold(tx, n.PlantedID)
		if err != nil {
			return 0, err
		}
		t.PlantedID = &p.ID
	}
	if err := t.take(tx, n.Signs); err != nil {
		return 0, err
	}
	number, err := tx.Next("trouble", 1)
	if err != nil {
		return 0, err
	}
	t.Number = number
	return number, kernel.Add(tx, &t)
}

// take fills in what was said, seen and weighed.
func (t *Trouble) take(tx *kernel.Tx, s Signs) error {
	if t.PlantedID != nil {
		s.PlantedID = *t.PlantedID
	}
	g, err := gather(tx, s)
	if err != nil {
		return err
	}
	if len(g.seen) == len(g.record) {
		return fault.List{{Field: "seen", Code: fault.Required}}
	}
	weighed, err := trouble.OddsOf(g.changed).Weigh(g.seen)
	if err != nil {
		return err
	}
	t.Said, t.Seen, t.Weighed, t.Odds = strings.TrimSpace(s.Said), g.seen, weighed, g.changed
	return nil
}

// Amended is a trouble with more looked at, and the version that was seen.
type Amended struct {
	Signs
	Version int `json:"version"`
}

// amend adds what was looked at since. A cause that was decided stands until somebody decides again. Errors: kernel.Stale.
func amend(tx *kernel.Tx, p kernel.ByNumber, n Amended) (int, error) {
	t, err := hold(tx, p, n.Version)
	if err != nil {
		return 0, err
	}
	if err := t.take(tx, n.Signs); err != nil {
		return 0, err
	}
	t.Version++
	return t.Number, kernel.Ours(tx.DB().Select("said", "seen", "weighed", "odds", "version").Updates(&t).Error)
}

func hold(tx *kernel.Tx, p kernel.ByNumber, version int) (Trouble, error) {
	t, err := kernel.Held[Trouble](tx, "SELECT * FROM troubles WHERE number = ? AND taken_back_at IS NULL", p.Number)
	if err != nil {
		return t, err
	}
	if t.Version != version {
		now, err := see(tx, p)
		return t, errors.Join(err, kernel.Stale{Current: now})
	}
	return t, nil
}

// Decided is the cause that somebody of the house settles on, "" to take it back, and whether the tree was lost of it.
type Decided struct {
	Cause   trouble.Cause `json:"cause" optional:"true"`
	Version int           `json:"version"`
}

// decide settles a cause. Of a tree that is dead or gone it becomes the cause of its loss.
func decide(tx *kernel.Tx, p kernel.ByNumber, n Decided) (int, error) {
	t, err := hold(tx, p, n.Version)
	if err != nil {
		return 0, err
	}
	columns := map[string]any{"cause": n.Cause, "decided_by": tx.Who.ID, "decided_at": tx.Now, "version": t.Version + 1}
	if n.Cause == "" {
		columns["decided_by"], columns["decided_at"] = nil, nil
	}
	if err := kernel.ChangeOne[Trouble](tx, columns, "id = ?", t.ID); err != nil || t.PlantedID == nil {
		return t.Number, err
	}
	return t.Number, losses(tx, *t.PlantedID)
}

// losses gives a planted tree the cause of its loss: what was decided last of those of its troubles that stand.
func losses(tx *kernel.Tx, plantedID string) error {
	tree, err := planted.Hold(tx, plantedID)
	if errors.Is(err, kernel.ErrMissing) {
		return nil
	}
	if err != nil {
		return err
	}
	last, err := kernel.Many[Trouble](tx, "decided_at DESC, number DESC", "planted_id = ? AND cause <> '' AND taken_back_at IS NULL", plantedID)
	if err != nil {
		return err
	}
	cause := ""
	if len(last) > 0 {
		cause = string(last[0].Cause)
	}
	return planted.SetCause(tx, tree, cause)
}

// TakenBack is why a trouble was a mistake.
type TakenBack struct {
	Reason  string `json:"reason" maxLength:"500"`
	Version int    `json:"version"`
}

func takeBack(tx *kernel.Tx, p kernel.ByNumber, why TakenBack) (int, error) {
	if err := fault.Missing("reason", strings.TrimSpace(why.Reason)).Err(); err != nil {
		return 0, err
	}
	t, err := hold(tx, p, why.Version)
	if err != nil {
		return 0, err
	}
	if err := kernel.ChangeOne[Trouble](tx, map[string]any{"taken_back_at": tx.Now, "version": t.Version + 1}, "id = ?", t.ID); err != nil || t.PlantedID == nil {
		return t.Number, err
	}
	return t.Number, losses(tx, *t.PlantedID)
}

// Forget takes out of the troubles of somebody's trees what was said in their words.
func Forget(tx *kernel.Tx, spotIDs []string) error {
	if len(spotIDs) == 0 {
		return nil
	}
	_, err := kernel.Exec(tx, "UPDATE troubles SET said = '' WHERE planted_id IN (SELECT id FROM planted_trees WHERE spot_id IN ?)", spotIDs)
	return err
}
