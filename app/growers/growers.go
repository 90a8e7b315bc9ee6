// Package growers is what each grower sent, and the notes that go back to them.
package growers

import (
	"embed"
	"slices"
	"strings"

	"sedum/app/bench"
	"sedum/app/lots"
	"sedum/app/yard"
	"sedum/core/roles"
	"sedum/core/sampling"
	"sedum/core/stock"
	"sedum/kernel"
)

//go:embed tables/*.sql
var tables embed.FS

// SendNotes is the office's.
var SendNotes = kernel.Permission{Name: "send-notes", Roles: roles.Office()}

// Capability declares what can be asked and done here.
func Capability() kernel.Capability {
	return kernel.Capability{Name: "growers", Tables: kernel.Folder(tables), Operations: []kernel.Operation{
		kernel.Read("list-growers", "/growers", yard.SeeYard, list),
		kernel.Ask("draft-grower-note", "/lots/{number}/grower-note/draft", yard.SeeYard, draft),
		kernel.Deed("send-grower-note", "POST", "/lots/{number}/grower-note", SendNotes, send, showNote).
			Makes("list-growers", "see-lot", "list-lots", "list-trees", "see-tree", "today"),
		kernel.Deed("answer-grower-note", "PUT", "/grower-notes/{number}/answer", SendNotes, answer, showNote).Makes("list-growers"),
		kernel.ReadFile("grower-note-pdf", "/grower-notes/{number}/note.pdf", yard.SeeYard, "application/pdf", notePDF),
		kernel.ReadFile("grower-note-csv", "/grower-notes/{number}/note.csv", yard.SeeYard, "text/csv", noteCSV),
	}}
}

// Grower is a grower's record.
type Grower struct {
	Name           string              `json:"name"`
	Place          string              `json:"place"`
	Strictness     sampling.Strictness `json:"strictness"`
	StrictnessText string              `json:"strictness_text"`
	Record         []yard.Closed       `json:"record"`
	Faulty         lots.Share          `json:"faulty"`
	Faults         []lots.Share        `json:"faults" doc:"by fault, the commonest first"`
	Seasons        []lots.Share        `json:"seasons" doc:"the faulty shares by half year, oldest first: the trend"`
	Notes          []NoteLine          `json:"notes"`
}

// All is every grower by name.
type All struct {
	Growers []Grower `json:"growers"`
}

func list(tx *kernel.Tx, _ kernel.None) (All, error) {
	growers, err := kernel.Many[yard.Grower](tx, "name", "")
	if err != nil {
		return All{}, err
	}
	scores, err := bench.ScoresOf(tx)
	if err != nil {
		return All{}, err
	}
	out := All{[]Grower{}}
	for _, g := range growers {
		v, err := record(tx, g, scores[g.ID])
		if err != nil {
			return out, err
		}
		out.Growers = append(out.Growers, v)
	}
	return out, nil
}

// share is a share with its exact 95 % interval.
func share(code, text string, found, checked int) lots.Share {
	out := lots.Share{Code: code, Text: text, Found: found, Checked: checked}
	out.Low, out.High = sampling.Interval(found, checked)
	if checked > 0 {
		out.Share = float64(found) / float64(checked)
	}
	return out
}

func record(tx *kernel.Tx, g yard.Grower, scores []bench.Score) (Grower, error) {
	v := Grower{Name: g.Name, Place: g.Place, Faults: []lots.Share{}, Seasons: []lots.Share{}, Notes: []NoteLine{}}
	var err error
	if v.Record, err = yard.RecordOf(tx, g.ID); err != nil {
		return v, err
	}
	released := []bool{}
	for _, c := range v.Record {
		released = append(released, c.Decision == stock.LotReleased)
	}
	v.Strictness = sampling.Switch(tx.Who.House, released)
	v.StrictnessText = tx.Say.Say("strictness."+string(v.Strictness), nil)
	notes, err := kernel.Many[Note](tx, "sent_at DESC, number DESC", "grower_id = ?", g.ID)
	if err != nil {
		return v, err
	}
	for _, n := range notes {
		v.Notes = append(v.Notes, n.line(tx.Say))
	}
	checked, faulty, byFault, season, checkedIn := 0, 0, map[string]int{}, map[string]int{}, map[string]int{}
	for _, s := range scores {
		switch s.Code {
		case bench.ScoreChecked:
			checked += s.Trees
			checkedIn[s.Half] = s.Trees
		case bench.ScoreFaulty:
			faulty += s.Trees
			season[s.Half] = s.Trees
		default:
			byFault[s.Code] += s.Trees
		}
	}
	v.Faulty = share("faulty", "", faulty, checked)
	for code, n := range byFault {
		v.Faults = append(v.Faults, share(code, lots.FaultText(tx.Say, code), n, checked))
	}
	slices.SortFunc(v.Faults, lots.Commonest)
	for half, n := range checkedIn {
		v.Seasons = append(v.Seasons, share(half, tx.Say.Say("grower.season."+half[5:], map[string]any{"year": half[:4]}), season[half], n))
	}
	slices.SortFunc(v.Seasons, func(a, b lots.Share) int { return strings.Compare(a.Code, b.Code) })
	return v, nil
}
