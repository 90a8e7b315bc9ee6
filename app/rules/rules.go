// Package rules is the house's own rules: every threshold and school, changed by a manager with a reason.
package rules

import (
	"embed"
	"strconv"
	"strings"
	"sync"
	"time"

	"sedum/core/fault"
	"sedum/core/roles"
	"sedum/core/rules"
	"sedum/core/set"
	"sedum/kernel"
)

//go:embed tables/*.sql
var tables embed.FS

// Change is one change of a threshold or a school, appended.
type Change struct {
	ID       string
	Seq      int
	RuleKey  string
	Value    string
	Reason   string
	PersonID string
	At       time.Time
}

// TableName says what it is a change of.
func (Change) TableName() string { return "rule_changes" }

// Book knows the house in force. When nobody changed a rule since it was read, only the number of changes is compared.
type Book struct {
	mu    sync.Mutex
	house rules.House
	as    asOf
	read  bool
}

// asOf says which rules are in force: the last change, of these records. After a restore the same number may be another change.
type asOf struct {
	Seq      int
	Founding string
}

const asOfNow = "(SELECT COALESCE(MAX(seq), 0) FROM rule_changes) AS seq, (SELECT founding FROM house WHERE id = 1) AS founding"

// Admit finds who is calling, with the rules in force, in one question to the database.
func (b *Book) Admit(tx *kernel.Tx, personID string) (kernel.Who, error) {
	type caller struct {
		ID, Name     string
		Role         roles.Role
		Active       bool
		SessionEpoch int
		OneTime      bool
		NoSecond     bool
		Seq          int
		Founding     string
	}
	found, err := kernel.Rows[caller](tx, `SELECT id, name, role, active, session_epoch, one_time_until IS NOT NULL AS one_time,
		second_secret IS NULL AND role IN (SELECT role FROM second_asked) AS no_second, `+asOfNow+` FROM people WHERE id = ?`, personID)
	if err != nil {
		return kernel.Who{}, err
	}
	if len(found) == 0 {
		return kernel.Who{}, kernel.ErrMissing
	}
	c := found[0]
	if !c.Active {
		return kernel.Who{}, kernel.ErrNotAllowed
	}
	house, err := b.at(tx, asOf{c.Seq, c.Founding})
	return kernel.Who{ID: c.ID, Name: c.Name, Role: c.Role, Epoch: c.SessionEpoch, OneTime: c.OneTime, NoSecond: c.NoSecond, House: house}, err
}

// House is the house itself as one who acts, with its rules in force.
func (b *Book) House(tx *kernel.Tx) (kernel.Who, error) {
	now, err := kernel.Value[asOf](tx, "SELECT "+asOfNow)
	if err != nil {
		return kernel.Who{}, err
	}
	house, err := b.at(tx, now)
	return kernel.Who{House: house}, err
}

func (b *Book) at(tx *kernel.Tx, now asOf) (rules.House, error) {
	b.mu.Lock()
	defer b.mu.Unlock()
	if b.read && now == b.as {
		return b.house, nil
	}
	changes, err := kernel.Many[Change](tx, "seq", "")
	if err != nil {
		return rules.House{}, err
	}
	house, last := rules.House{}, 0
	for _, c := range changes {
		last = c.Seq
		if next, err := apply(house, c.RuleKey, c.Value); err == nil { // a rule that a later version dropped no longer applies
			house = next
		}
	}
	b.house, b.as, b.read = house, asOf{last, now.Founding}, true
	return house, nil
}

const schoolPrefix = "school:"

// With is a house with one threshold, or (key "school:step") one school, changed.
func With(h rules.House, key, value string) (rules.House, error) { return apply(h, key, value) }

func apply(h rules.House, key, value string) (rules.House, error) {
	if step, ok := strings.CutPrefix(key, schoolPrefix); ok {
		return h.WithSchool(rules.Step(step), value)
	}
	x, err := strconv.ParseFloat(value, 64)
	if err != nil {
		return h, fault.List{{Field: "value", Code: fault.WrongType, Limit: "number"}}
	}
	return h.With(rules.Key(key), x)
}

// Who may see and change the rules.
var (
	SeeRules    = kernel.Permission{Name: "see-rules", Roles: set.All[roles.Role]()}
	ChangeRules = kernel.Permission{Name: "change-rules", Roles: roles.Office()}
)

// Capability declares what can be asked and done here.
func Capability(b *Book) kernel.Capability {
	return kernel.Capability{Name: "rules", Tables: kernel.Folder(tables), Operations: []kernel.Operation{
		kernel.Read("see-rules", "/rules", SeeRules, func(tx *kernel.Tx, _ kernel.None) (All, error) { return show(tx, tx.Who.House), nil }),
		// Every answer may rest on a rule.
		kernel.Deed("change-rule", "POST", "/rules", ChangeRules, change, func(tx *kernel.Tx, _, _ kernel.None) (All, error) {
			who, err := b.House(tx)
			return show(tx, who.House), err
		}).Makes(kernel.Everything).Logged(),
		kernel.Read("rule-changes", "/rules/changes", SeeRules, changes),
		kernel.ReadFile("rules-file", "/rules/house-rules.json", SeeRules, "application/json", file),
		kernel.Ask("read-rules", "/rules/read", ChangeRules, readFile),
		kernel.Deed("take-in-rules", "POST", "/rules/file", ChangeRules, takeIn, func(tx *kernel.Tx, _, _ kernel.None) (All, error) {
			who, err := b.House(tx)
			return show(tx, who.House), err
		}).Makes(kernel.Everything).Logged(),
	}}
}

// NewChange asks for another threshold, or (key "school:step") another school.
type NewChange struct {
	Key    string `json:"key" maxLength:"60"`
	Value  string `json:"value" maxLength:"60"`
	Reason string `json:"reason" maxLength:"500"`
}

// change changes a house rule from now on. Sheets already issued keep theirs.
func change(tx *kernel.Tx, _ kernel.None, c NewChange) (kernel.None, error) {
	if _, err := apply(tx.Who.House, c.Key, c.Value); err != nil {
		return kernel.None{}, err
	}
	if strings.TrimSpace(c.Reason) == "" {
		return kernel.None{}, fault.List{{Field: "reason", Code: fault.Required}}
	}
	return kernel.None{}, write(tx, c)
}

// Sign changes a rule by what a trial found. Errors: a fault at key or value.
func Sign(tx *kernel.Tx, c NewChange) error {
	_, err := change(tx, kernel.None{}, c)
	return err
}

func write(tx *kernel.Tx, c NewChange) error {
	seq, err := tx.Next("rule-change", 1)
	if err != nil {
		return err
	}
	return kernel.Add(tx, &Change{ID: kernel.NewID(), Seq: seq, RuleKey: c.Key, Value: c.Value, Reason: strings.TrimSpace(c.Reason),
		PersonID: tx.Who.ID, At: tx.Now})
}
