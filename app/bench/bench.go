// Package bench is where a tree is looked at: looks, corrections, and the page of a tree (handbook, stock.md).
package bench

import (
	"embed"
	"time"

	"sedum/app/clock"
	"sedum/app/journeys"
	"sedum/app/people"
	"sedum/app/yard"
	"sedum/core/stock"
	"sedum/kernel"
)

//go:embed tables/*.sql
var tables embed.FS

// Check is one look at a tree, appended.
type Check struct {
	ID        string
	TreeID    string
	PersonID  string
	At        time.Time
	AfterWork bool
	// WhileApart is a look at a tree that was judged and kept apart: it is added to the record, and what was found goes on counting.
	WhileApart bool
	// SeasonWas is the season by the calendar when a person corrected it, with why; "" when nobody did.
	SeasonWas    stock.Season
	SeasonReason string
	Verdict      stock.Verdict
	Subject      stock.Subject    `gorm:"serializer:json"`
	Readings     stock.Readings   `gorm:"serializer:json"`
	Assessment   stock.Assessment `gorm:"serializer:json"`
	// House is the digest of the rules that it was judged by.
	House       string
	CoreVersion string

	Person people.Named
}

// Correction is one piece of work done, or taken back, appended.
type Correction struct {
	ID       string
	TreeID   string
	CheckID  string
	WorkKey  string
	Code     stock.Correction
	AmountMM *float64
	Done     bool
	PersonID string
	At       time.Time

	Person people.Named
}

// Bench judges looks; the clock tells how long bare roots have been out.
type Bench struct {
	Clocks clock.Clocks
	// Held tells whether a sheet holds a tree; who issues sheets says it.
	Held func(tx *kernel.Tx, treeID string) (bool, error)
}

// CheckTrees is for everybody who works in the yard.
var CheckTrees = journeys.CheckTrees

// Capability declares what can be asked and done here.
func Capability(b Bench) kernel.Capability {
	page := func(tx *kernel.Tx, p kernel.ByTag, _ string) (Tree, error) { return b.page(tx, p) }
	return kernel.Capability{Name: "bench", Tables: kernel.Folder(tables), Operations: []kernel.Operation{
		// What is spent is told in every list, so that the list needs the clocks.
		kernel.Read("list-trees", "/trees", yard.SeeYard, func(tx *kernel.Tx, q yard.TreesAsk) (yard.Trees, error) {
			out, err := yard.ListTrees(tx, q)
			if err != nil {
				return out, err
			}
			return out, b.Clocks.MarkSpent(tx, out.Trees)
		}),
		kernel.Read("see-tree", "/trees/{tag}", yard.SeeYard, b.page),
		kernel.Ask("assess", "/bench/assess", CheckTrees, assess),
		kernel.Deed("save-check", "POST", "/trees/{tag}/checks", CheckTrees, b.saveCheck, kernel.Same).
			Keep().Makes("see-tree", "list-trees", "list-lots", "see-lot", "today", "match", "see-work"),
		kernel.Deed("correct", "POST", "/trees/{tag}/corrections", CheckTrees, correct, page).Keep().Makes("see-work", "see-tree", "today"),
		// Each step has a role of its own, which the core knows.
		kernel.Deed("move-tree", "POST", "/trees/{tag}/moves", yard.SeeYard, b.move, page).
			Makes("see-tree", "list-trees", "list-lots", "see-lot", "today", "match", "see-work"),
		kernel.Deed("take-back-move", "POST", "/trees/{tag}/moves/last", yard.SeeYard, b.takeBack, page).
			Makes("see-tree", "list-trees", "list-lots", "see-lot", "today", "match", "see-work"),
		kernel.ReadFile("bench-card", "/trees/{tag}/card.pdf", yard.SeeYard, "application/pdf", b.card),
		kernel.ReadFile("bench-cards", "/lots/{number}/cards.pdf", yard.SeeYard, "application/pdf", b.cards),
	}}
}
