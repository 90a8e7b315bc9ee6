// Package arrivals is what comes in: a delivery by hand or from a grower's note, and bundles taken apart.
package arrivals

import (
	"embed"
	"fmt"
	"strings"
	"time"

	"sedum/app/catalogue"
	"sedum/app/clock"
	"sedum/app/yard"
	"sedum/core/fault"
	"sedum/core/roles"
	"sedum/core/set"
	"sedum/core/stock"
	"sedum/kernel"
)

//go:embed tables/*.sql
var tables embed.FS

// TakeIn is for everybody who works in the yard.
var TakeIn = kernel.Permission{Name: "take-in", Roles: set.All[roles.Role]()}

// newStock are the answers that new trees make old.
var newStock = []string{"list-deliveries", "list-lots", "list-trees", "list-grower-names", "see-clock", "today"}

// Capability declares what can be asked and done here.
func Capability() kernel.Capability {
	return kernel.Capability{Name: "arrivals", Tables: kernel.Folder(tables), Operations: []kernel.Operation{
		kernel.Read("list-deliveries", "/deliveries", yard.SeeYard, listDeliveries),
		kernel.Deed("take-in-delivery", "POST", "/deliveries", TakeIn, takeInDelivery, func(tx *kernel.Tx, _ kernel.None, number int) (Delivery, error) {
			return show(tx, number)
		}).Makes(newStock...),
		kernel.Deed("amend-delivery", "PUT", "/deliveries/{number}", TakeIn, amend, func(tx *kernel.Tx, _ kernel.ByNumber, number int) (Delivery, error) {
			return show(tx, number)
		}).Makes(append(newStock, "see-lot", "see-tree", "see-mendings")...),
		kernel.Deed("take-back-delivery", "POST", "/deliveries/{number}/taken-back", TakeIn, takeBack, func(tx *kernel.Tx, _ kernel.ByNumber, number int) (Delivery, error) {
			return show(tx, number)
		}).Makes(append(newStock, "see-lot", "see-tree", "see-mendings")...),
		kernel.Deed("amend-lot", "PUT", "/lots/{number}/facts", TakeIn, amendLot, func(tx *kernel.Tx, p kernel.ByNumber, _ int) (yard.LotLine, error) {
			lot, err := yard.LotByNumber(tx, p.Number)
			return lot.Line(), err
		}).Makes(append(newStock, "see-lot", "see-tree", "match", "plan", "see-mendings")...),
		kernel.Upload("open-note", "/notes", TakeIn, openNote, showNote).Takes("text/csv", "text/plain", "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet").Unkeyed().Limit(NoteLimit + 1024),
		kernel.Read("see-note", "/notes/{id}", TakeIn, seeNote),
		kernel.Deed("read-note-so", "PUT", "/notes/{id}/how", TakeIn, readSo, func(tx *kernel.Tx, p kernel.ByID, _ string) (Preview, error) {
			return seeNote(tx, p)
		}).Makes("see-note"),
		kernel.Deed("read-in-note", "POST", "/notes/{id}/rows", TakeIn, readInNote, kernel.Same).Unkeyed().Makes(append(newStock, "see-note")...),
		kernel.ReadFile("faulty-rows", "/notes/{id}/faulty.csv", TakeIn, "text/csv", faultyRows),
		kernel.Deed("replace-tag", "POST", "/trees/{tag}/tag", TakeIn, replaceTag, func(tx *kernel.Tx, _ kernel.ByTag, fresh string) (yard.Stands, error) {
			return yard.Show(tx, fresh)
		}).Makes("see-tree", "list-trees", "see-lot", "today", "see-work", "see-clock", "match"),
		kernel.Deed("split-bundle", "POST", "/trees/{tag}/split", TakeIn, splitBundle, func(tx *kernel.Tx, _ kernel.ByTag, fresh string) (yard.Stands, error) {
			return yard.Show(tx, fresh)
		}).Makes("see-tree", "list-trees", "list-lots", "see-lot", "today"),
	}}
}

// NewLot is one lot of a delivery.
type NewLot struct {
	Kind string `json:"kind" maxLength:"120" doc:"common or botanical name, as in the catalogue"`
	stock.LotFacts
	Count  int `json:"count" minimum:"1" maximum:"5000"`
	Bundle int `json:"bundle_count" minimum:"1" maximum:"5000" doc:"trees in a bundle; 1 is single trees"`
}

// Came is when and how a delivery came.
type Came struct {
	Grower string `json:"grower" maxLength:"120" doc:"a name; a new one is taken into the list"`
	// LiftedAt is when the roots left the ground, "" when nobody knows; ArrivedAt "" is now. Both RFC 3339.
	LiftedAt  string        `json:"lifted_at"`
	ArrivedAt string        `json:"arrived_at"`
	Packing   stock.Packing `json:"packing" optional:"true" doc:"of bare roots: what was found on opening the box"`
}

// NewDelivery is what a grower brought.
type NewDelivery struct {
	Came
	Place string   `json:"place" maxLength:"120" doc:"of a new grower"`
	Note  string   `json:"note" maxLength:"500"`
	Lots  []NewLot `json:"lots" minItems:"1" maxItems:"100"`
}

func (c Came) read(tx *kernel.Tx, l *fault.List) yard.Delivery {
	out := yard.Delivery{ArrivedAt: tx.Now, Packing: c.Packing}
	if strings.TrimSpace(c.Grower) == "" {
		l.Add("grower", fault.Required, nil)
	}
	if arrived := tx.Moment(l, "arrived_at", c.ArrivedAt); arrived != nil {
		out.ArrivedAt = *arrived
	}
	out.LiftedAt = tx.Moment(l, "lifted_at", c.LiftedAt)
	if out.LiftedAt != nil && out.LiftedAt.After(out.ArrivedAt) {
		l.Add("lifted_at", fault.AtMost, out.ArrivedAt.Format("2006-01-02 15:04"))
	}
	return out
}

// takeInDelivery registers a delivery: its lots, a tag for every tree or bundle, and the clock of bare roots.
func takeInDelivery(tx *kernel.Tx, _ kernel.None, n NewDelivery) (number int, err error) {
	var l fault.List
	d := n.read(tx, &l)
	d.Note = strings.TrimSpace(n.Note)
	kinds, err := catalogue.ByName(tx)
	if err != nil {
		return 0, err
	}
	for i, lot := range n.Lots {
		if _, ok := kinds.Find(lot.Kind); !ok {
			l.Add(fmt.Sprintf("lots.%d.kind", i), fault.UnknownKind, kinds.Nearest(lot.Kind))
		}
		if !lot.Origin.Fits(lot.Form) {
			l.Add(fmt.Sprintf("lots.%d.origin", i), fault.NotAChoice, []string{string(stock.BareRoot), string(stock.Balled)})
		}
	}
	if err := l.Err(); err != nil {
		return 0, err
	}
	if err := yard.BeginDelivery(tx, n.Grower, n.Place, &d); err != nil {
		return 0, err
	}
	for _, lot := range n.Lots {
		kind, _ := kinds.Find(lot.Kind)
		if err := addLot(tx, d, kind, lot); err != nil {
			return 0, err
		}
	}
	return d.Number, nil
}

func addLot(tx *kernel.Tx, d yard.Delivery, kind catalogue.Kind, n NewLot) error {
	lot, err := yard.TakeIn(tx, d, kind.ID, n.LotFacts, n.Count, n.Bundle)
	if err != nil {
		return err
	}
	return clock.Begin(tx, lot, d)
}

// Replaced is why a tree needs another tag.
type Replaced struct {
	Reason string `json:"reason" maxLength:"200"`
}

// replaceTag gives a tree another tag for one that is lost or torn; whoever finds the old one still finds the tree.
func replaceTag(tx *kernel.Tx, p kernel.ByTag, r Replaced) (fresh string, err error) {
	r.Reason = strings.TrimSpace(r.Reason)
	if err := fault.Missing("reason", r.Reason).Err(); err != nil {
		return "", err
	}
	t, err := yard.HoldTree(tx, p.Tag)
	if err != nil {
		return "", err
	}
	return yard.ReplaceTag(tx, t, r.Reason)
}

// NewPart is how many trees are taken out of a bundle.
type NewPart struct {
	Count int `json:"count"`
}

// splitBundle takes trees out of a bundle and gives them a tag of their own.
func splitBundle(tx *kernel.Tx, p kernel.ByTag, n NewPart) (freshTag string, err error) {
	t, err := yard.HoldTree(tx, p.Tag)
	if err != nil {
		return "", err
	}
	part, err := yard.Split(tx, t, n.Count)
	return part.Tag, err
}

// Delivery is what came, with its lots.
type Delivery struct {
	Number    int           `json:"number"`
	Grower    string        `json:"grower"`
	Place     string        `json:"place"`
	ArrivedAt time.Time     `json:"arrived_at"`
	LiftedAt  *time.Time    `json:"lifted_at"`
	Packing   stock.Packing `json:"packing" optional:"true"`
	Note      string        `json:"note"`
	By        string        `json:"by"`
	ID        string        `json:"id"`
	// TakenBackAt is when it turned out to be a mistake.
	TakenBackAt *time.Time        `json:"taken_back_at"`
	Lots        []yard.CountedLot `json:"lots"`
}

// Deliveries are the newest deliveries.
type Deliveries struct {
	Deliveries []Delivery `json:"deliveries"`
	// Next is the number to ask before for the next page, 0 at the end.
	Next int `json:"next"`
}

type deliveriesAsk struct {
	Before int `query:"before" doc:"number of the last delivery of the page before"`
	Limit  int `query:"limit" default:"20" minimum:"1" maximum:"60"`
}

func listDeliveries(tx *kernel.Tx, ask deliveriesAsk) (Deliveries, error) {
	list, next, err := kernel.Newest(tx.With("Grower", "Person"), ask.Before, ask.Limit, func(d yard.Delivery) int { return d.Number })
	if err != nil {
		return Deliveries{}, err
	}
	shown, err := withLots(tx, list)
	return Deliveries{shown, next}, err
}

func show(tx *kernel.Tx, number int) (Delivery, error) {
	d, err := kernel.One[yard.Delivery](tx.With("Grower", "Person"), "number = ?", number)
	if err != nil {
		return Delivery{}, err
	}
	list, err := withLots(tx, []yard.Delivery{d})
	return list[0], err
}

func withLots(tx *kernel.Tx, list []yard.Delivery) ([]Delivery, error) {
	ids := []string{}
	for _, d := range list {
		ids = append(ids, d.ID)
	}
	out := make([]Delivery, len(list))
	lots, err := []yard.Lot{}, error(nil)
	if len(ids) > 0 {
		lots, err = kernel.Many[yard.Lot](tx.With("Grower", "Kind"), "number", "delivery_id IN ?", ids)
	}
	if err != nil {
		return out, err
	}
	counted, err := yard.Counted(tx, lots)
	for i, d := range list {
		out[i] = Delivery{d.Number, d.Grower.Name, d.Grower.Place, d.ArrivedAt, d.LiftedAt, d.Packing, d.Note, d.Person.Name, d.ID, d.TakenBackAt, []yard.CountedLot{}}
		for j, l := range lots {
			if *l.DeliveryID == d.ID {
				out[i].Lots = append(out[i].Lots, counted[j])
			}
		}
	}
	return out, err
}
