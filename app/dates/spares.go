package dates

import (
	"time"

	"sedum/app/planted"
	"sedum/core/care"
	"sedum/core/rules"
	"sedum/kernel"
	"sedum/words"
)

// Dear is whether a spare of a tree is to be kept.
type Dear struct {
	Dear bool `json:"dear"`
}

// ShownSpare is a spare on the page; those that are no more stay, with why.
type ShownSpare struct {
	ID      string        `json:"id"`
	Way     care.SpareWay `json:"way"`
	TakenOn string        `json:"taken_on"`
	Stands  string        `json:"stands"`
	EndedOn string        `json:"ended_on" doc:"empty while it stands"`
	Why     string        `json:"why"`
}

// Spares are what is known of the spares of a tree. Due is what comes next of them, empty where nobody holds it dear.
type Spares struct {
	Dear   bool         `json:"dear"`
	Due    string       `json:"due"`
	DueOn  string       `json:"due_on"`
	Spares []ShownSpare `json:"spares" doc:"the newest first"`
}

func seeSpares(tx *kernel.Tx, p kernel.ByID) (Spares, error) {
	out := Spares{Spares: []ShownSpare{}}
	t, err := kernel.One[planted.Tree](tx, "id = ?", p.ID)
	if err != nil {
		return out, err
	}
	behind, err := behindOf(tx, []planted.Tree{t})
	if err != nil {
		return out, err
	}
	out.Dear = t.DearSince != nil
	for _, s := range behind.spares[t.ID] {
		shown := ShownSpare{ID: s.ID, Way: s.Way, TakenOn: s.TakenOn.Format(time.DateOnly), Stands: s.Stands, Why: s.EndedWhy}
		if s.EndedOn != nil {
			shown.EndedOn = s.EndedOn.Format(time.DateOnly)
		}
		out.Spares = append(out.Spares, shown)
	}
	if line, due := behind.spare(t, tx.Say); due {
		out.Due, out.DueOn = line.Text, line.From
	}
	return out, nil
}

// spare is the date of the next spare of a tree that is held dear.
func (b behind) spare(t planted.Tree, say words.Speaker) (Line, bool) {
	if t.DearSince == nil || t.EndedOn != nil {
		return Line{}, false
	}
	var newest *time.Time
	for _, s := range b.spares[t.ID] {
		if s.EndedOn == nil {
			newest = &s.TakenOn
			break
		}
	}
	c := b.sheets[t.SheetID].Content
	h := rules.Restore(c.House)
	code, on := care.SpareDate(h, care.FactsOf(h, t.PlantedOn, c.Input, c.Plan), *t.DearSince, newest)
	return Line{Mark: "spare-" + string(code) + "-" + on.Format(time.DateOnly), Code: "spare-" + string(code), From: on.Format(time.DateOnly), Text: say.Say("dear."+string(code), nil)}, true
}

func ofSpares(tx *kernel.Tx, p kernel.ByID, _ string) (Spares, error) { return seeSpares(tx, p) }

func holdDear(tx *kernel.Tx, p kernel.ByID, d Dear) (string, error) {
	if err := planted.HoldDear(tx, p.ID, d.Dear); err != nil {
		return "", err
	}
	return p.ID, lookAnew(tx, []string{p.ID})
}

func addSpare(tx *kernel.Tx, p kernel.ByID, n planted.NewSpare) (string, error) {
	if err := planted.AddSpare(tx, p.ID, n); err != nil {
		return "", err
	}
	return p.ID, lookAnew(tx, []string{p.ID})
}

func endSpare(tx *kernel.Tx, p planted.OfTree, why planted.Because) (string, error) {
	if err := planted.EndSpare(tx, p, why.Reason); err != nil {
		return "", err
	}
	return p.ID, lookAnew(tx, []string{p.ID})
}

// spareOperations are what is asked and done about the spares of a tree.
func spareOperations() []kernel.Operation {
	changed := append([]string{"see-spares", "list-planted"}, Changed...)
	return []kernel.Operation{
		kernel.Read("see-spares", "/planted/{id}/spares", planted.SeePlanted, seeSpares),
		kernel.Deed("hold-dear", "PUT", "/planted/{id}/dear", planted.KeepPlanted, holdDear, ofSpares).Makes(changed...),
		kernel.Deed("add-spare", "POST", "/planted/{id}/spares", planted.KeepPlanted, addSpare, ofSpares).Makes(changed...),
		kernel.Deed("end-spare", "POST", "/planted/{id}/spares/{record}/ended", planted.KeepPlanted, endSpare, func(tx *kernel.Tx, p planted.OfTree, _ string) (Spares, error) {
			return seeSpares(tx, p.ByID)
		}).Makes(changed...),
	}
}
