// Package journeys is what a journey did to a tree, coming or going home, and its repair.
package journeys

import (
	"embed"
	"strings"
	"time"

	"sedum/app/mending"
	"sedum/app/people"
	records "sedum/app/yard"
	"sedum/core/roles"
	"sedum/core/set"
	"sedum/core/stock"
	"sedum/core/yard"
	"sedum/kernel"
)

//go:embed tables/*.sql
var tables embed.FS

// Damage is what a journey did to a tree, and the repair.
type Damage struct {
	ID         string
	TreeID     string
	Journey    yard.Journey
	Damage     yard.Damage
	GirthShare float64
	Repair     yard.Mending
	Verdict    stock.Verdict
	Note       string
	PersonID   string
	At         time.Time
	RepairedAt *time.Time
	RepairedBy *string
	// TakenBackAt is when it turned out to be a mistake.
	TakenBackAt *time.Time

	Person people.Named
}

// TableName says whose damages they are.
func (Damage) TableName() string { return "journey_damages" }

// CheckTrees is for everybody who works in the yard.
var CheckTrees = kernel.Permission{Name: "check-trees", Roles: set.All[roles.Role]()}

// Capability declares what can be done here.
func Capability() kernel.Capability {
	return kernel.Capability{Name: "journeys", Tables: kernel.Folder(tables), Operations: []kernel.Operation{
		kernel.Deed("record-damage", "POST", "/trees/{tag}/damages", CheckTrees, record, records.ShowTree[string]).
			Keep().Makes("see-tree", "see-work", "list-trees", "list-lots", "today"),
		kernel.Deed("repair-damage", "PUT", "/trees/{tag}/damages/{id}/repaired", CheckTrees, repair, func(tx *kernel.Tx, p Of, _ kernel.None) (records.Stands, error) {
			return records.Show(tx, p.Tag)
		}).Keep().Makes("see-tree", "see-work", "today"),
		kernel.Deed("take-back-damage", "POST", "/trees/{tag}/damages/{id}/taken-back", CheckTrees, takeBack, func(tx *kernel.Tx, p Of, _ kernel.None) (records.Stands, error) {
			return records.Show(tx, p.Tag)
		}).Makes("see-tree", "see-work", "today", "see-mendings"),
	}}
}

// NewDamage is what a journey did to a tree.
type NewDamage struct {
	Journey yard.Journey `json:"journey"`
	Damage  yard.Damage  `json:"damage"`
	// GirthShare of torn bark.
	GirthShare float64 `json:"girth_share" minimum:"0" maximum:"1"`
	Note       string  `json:"note" maxLength:"200"`
}

// record appends what a journey did. On arrival the tree moves where the damage puts it; going home it is the customer's: only the
// repair is told.
func record(tx *kernel.Tx, p kernel.ByTag, n NewDamage) (string, error) {
	t, err := records.HoldTree(tx, p.Tag)
	if err != nil {
		return "", err
	}
	r := yard.RepairOf(tx.Who.House, n.Damage, n.GirthShare)
	d := Damage{ID: kernel.NewID(), TreeID: t.ID, Journey: n.Journey, Damage: n.Damage, GirthShare: n.GirthShare, Repair: r.Do,
		Verdict: r.Verdict, Note: strings.TrimSpace(n.Note), PersonID: tx.Who.ID, At: tx.Entered()}
	if err := kernel.Add(tx, &d); err != nil || n.Journey != yard.OnArrival {
		return d.ID, err
	}
	to, days := yard.AfterDamage(tx.Who.House, n.Damage, r, t.State, t.CheckID != nil)
	if to == t.State {
		return d.ID, nil
	}
	var due *time.Time
	if days > 0 {
		on := tx.Today().AddDate(0, 0, days)
		due = &on
	}
	return d.ID, records.Move(tx, t, to, string(n.Damage), due)
}

// Of is one damage of one tree.
type Of struct {
	kernel.ByTag
	kernel.ByID
}

// Repaired says that a repair is done, or takes that back.
type Repaired struct {
	Repaired bool `json:"repaired"`
}

func repair(tx *kernel.Tx, p Of, r Repaired) (kernel.None, error) {
	t, err := records.TreeByTag(tx, p.Tag)
	if err != nil {
		return kernel.None{}, err
	}
	columns := map[string]any{"repaired_at": nil, "repaired_by": nil}
	if r.Repaired {
		columns = map[string]any{"repaired_at": tx.Entered(), "repaired_by": tx.Who.ID}
	}
	return kernel.None{}, kernel.ChangeOne[Damage](tx, columns, "id = ? AND tree_id = ?", p.ID, t.ID)
}

// TakenBack is why an entry was a mistake.
type TakenBack struct {
	Reason string `json:"reason" maxLength:"500"`
}

// takeBack takes a damage back that was entered by mistake, by who entered it or a manager. Where it put the tree, the tree stays: apart
// ends only by a manager's word.
func takeBack(tx *kernel.Tx, p Of, n TakenBack) (kernel.None, error) {
	t, err := records.HoldTree(tx, p.Tag)
	if err != nil {
		return kernel.None{}, err
	}
	d, err := kernel.One[Damage](tx, "id = ? AND tree_id = ? AND taken_back_at IS NULL", p.ID, t.ID)
	if err != nil {
		return kernel.None{}, err
	}
	if !roles.MayTakeBack(d.PersonID == tx.Who.ID, tx.Who.Role) {
		return kernel.None{}, kernel.ErrNotAllowed
	}
	if err := mending.Keep(tx, mending.Damage, d.ID, map[string]any{"damage": d.Damage, "journey": d.Journey, "girth_share": d.GirthShare, "note": d.Note}, n.Reason); err != nil {
		return kernel.None{}, err
	}
	return kernel.None{}, kernel.ChangeOne[Damage](tx, map[string]any{"taken_back_at": tx.Now}, "id = ?", d.ID)
}

// Open counts the repairs of a tree that wait.
func Open(tx *kernel.Tx, treeID string) (int, error) {
	return kernel.Value[int](tx, "SELECT COUNT(*) FROM journey_damages WHERE tree_id = ? AND repaired_at IS NULL AND taken_back_at IS NULL AND verdict = ?", treeID, stock.Fix)
}

// LeaderTied tells whether the leader of a tree broke and a side shoot was tied up in its place.
func LeaderTied(tx *kernel.Tx, treeID string) (bool, error) {
	n, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM journey_damages WHERE tree_id = ? AND repair = 'new-leader' AND repaired_at IS NOT NULL AND taken_back_at IS NULL", treeID)
	return n > 0, err
}

// Waiting is a repair that waits in the yard, with its tree.
type Waiting struct {
	records.TreeRow
	ID     string
	Damage yard.Damage
	Repair yard.Mending
}

const mostWaiting = 200

// ToRepair lists the repairs that wait in the yard, oldest first.
func ToRepair(tx *kernel.Tx) ([]Waiting, error) {
	const chosen = `SELECT t.*, d.id AS damage_id, d.damage, d.repair, d.at FROM journey_damages d JOIN trees t ON t.id = d.tree_id
		WHERE d.repaired_at IS NULL AND d.taken_back_at IS NULL AND d.verdict = 'fix' AND d.journey = 'arrival' AND t.state NOT IN ? ORDER BY d.at, d.id LIMIT ?`
	return kernel.Rows[Waiting](tx, "SELECT "+records.RowColumns+", t.damage_id AS id, t.damage, t.repair FROM "+records.RowsOf(chosen)+" ORDER BY t.at, t.damage_id", stock.Gone(), mostWaiting)
}

// Shown is a damage in a tree's record.
type Shown struct {
	ID       string       `json:"id"`
	Journey  yard.Journey `json:"journey"`
	Damage   yard.Damage  `json:"damage"`
	Text     string       `json:"text"`
	Repair   string       `json:"repair"`
	ToRepair bool         `json:"to_repair" doc:"a repair that keeps the tree from being sold"`
	Note     string       `json:"note"`
	By       string       `json:"by"`
	At       time.Time    `json:"at"`
	Repaired *time.Time   `json:"repaired_at"`
}

// Show is what journeys did to a tree, newest first.
func Show(tx *kernel.Tx, treeID string) ([]Shown, error) {
	list, err := kernel.Many[Damage](tx.With("Person"), "at DESC, id DESC", "tree_id = ? AND taken_back_at IS NULL", treeID)
	out := []Shown{}
	for _, d := range list {
		out = append(out, Shown{d.ID, d.Journey, d.Damage, tx.Say.Say("damage."+string(d.Damage), nil), tx.Say.Say("repair."+string(d.Repair), nil),
			d.Verdict == stock.Fix && d.RepairedAt == nil, d.Note, d.Person.Name, d.At, d.RepairedAt})
	}
	return out, err
}
