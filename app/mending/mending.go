// Package mending keeps what stood before an entry was corrected or taken back: who did it, when and why. The entry itself says what holds
// now; nothing that was entered is lost.
package mending

import (
	"embed"
	"encoding/json"
	"strings"
	"time"

	"sedum/app/people"
	"sedum/core/fault"
	"sedum/core/roles"
	"sedum/core/set"
	"sedum/kernel"
)

//go:embed tables/*.sql
var tables embed.FS

// What was mended.
type What string

// The words of What.
const (
	Delivery What = "delivery"
	Lot      What = "lot"
	Customer What = "customer"
	Spot     What = "spot"
	Marking  What = "marking"
	Drainage What = "drainage"
	// LineAnswer is what the owner of an overhead line answered.
	LineAnswer What = "line-answer"
	Damage     What = "damage"
	Photo      What = "photo"
	Kind       What = "kind"
	// Planted is a planted tree, or something entered at it.
	Planted What = "planted"
	// Claim is what somebody asked to be made good, or what was decided of it.
	Claim What = "claim"
	// Refusal is an advice that was not taken, by its spot.
	Refusal What = "refusal"
)

// All lists them.
func (What) All() []What {
	return []What{Delivery, Lot, Customer, Spot, Marking, Drainage, LineAnswer, Damage, Photo, Kind, Planted, Claim, Refusal}
}

// Mending is one correction, or one entry taken back, appended.
type Mending struct {
	ID       string
	What     What
	OfID     string
	Was      string
	Reason   string
	PersonID string
	At       time.Time

	Person people.Named
}

// Keep appends what stood before. Errors: a fault at reason when none is given.
func Keep(tx *kernel.Tx, what What, id string, was any, reason string) error {
	reason = strings.TrimSpace(reason)
	if err := fault.Missing("reason", reason).Err(); err != nil {
		return err
	}
	before, err := json.Marshal(was)
	if err != nil {
		return err
	}
	return kernel.Add(tx, &Mending{ID: kernel.NewID(), What: what, OfID: id, Was: string(before), Reason: reason, PersonID: tx.Who.ID, At: tx.Now})
}

// Shown is a mending on the page: what stood before, field by field.
type Shown struct {
	At     time.Time         `json:"at"`
	By     string            `json:"by"`
	Reason string            `json:"reason"`
	Was    map[string]string `json:"was"`
}

// Record are the mendings of one entry, newest first.
type Record struct {
	Mendings []Shown `json:"mendings"`
}

// Of reads what was mended of an entry.
func Of(tx *kernel.Tx, what What, id string) ([]Shown, error) {
	list, err := kernel.Many[Mending](tx.With("Person"), "at DESC, id DESC", "what = ? AND of_id = ?", what, id)
	out := []Shown{}
	for _, m := range list {
		raw := map[string]json.RawMessage{}
		if err := json.Unmarshal([]byte(m.Was), &raw); err != nil {
			return out, err
		}
		was := map[string]string{}
		for name, v := range raw {
			if what == Customer && name != "name" && !roles.SeesContact(tx.Who.Role) {
				continue
			}
			if text := strings.Trim(string(v), `"`); text != "" && text != "null" {
				was[name] = text
			}
		}
		out = append(out, Shown{m.At, m.Person.Name, m.Reason, was})
	}
	return out, err
}

// Ask names an entry.
type Ask struct {
	What What   `path:"what"`
	ID   string `path:"id"`
}

// SeeMendings is for everybody who works in the house.
var SeeMendings = kernel.Permission{Name: "see-mendings", Roles: set.All[roles.Role]()}

// Capability declares what can be asked here.
func Capability() kernel.Capability {
	return kernel.Capability{Name: "mending", Tables: kernel.Folder(tables), Operations: []kernel.Operation{
		kernel.Read("see-mendings", "/mendings/{what}/{id}", SeeMendings, func(tx *kernel.Tx, a Ask) (Record, error) {
			list, err := Of(tx, a.What, a.ID)
			return Record{list}, err
		}),
	}}
}

// Forget takes the words out of the mendings of some entries, because who they tell of is to be known no more. That something was mended,
// by whom and when, stays.
func Forget(tx *kernel.Tx, ids []string) error {
	_, err := kernel.Exec(tx, "UPDATE mendings SET was = '{}', reason = '—' WHERE of_id IN ?", ids)
	return err
}
