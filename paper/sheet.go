// Package paper makes what leaves the house: the printed sheet and the calendar file.
//
// A sheet is two pages, in black and white, with its own fonts embedded and its
// drawings as vectors, to scale.
package paper

import (
	"time"

	"sedum/core/planting"
	"sedum/words"
)

// Sheet is a planting and aftercare sheet as paper needs it. Number 0 is a draft.
type Sheet struct {
	Number       int
	Customer     string
	Address      string
	SpotName     string
	Tag          string
	Common       string
	Botanical    string
	LotNumber    int
	IssuedAt     time.Time
	IssuedBy     string
	PlantingOn   time.Time
	Marked       string
	Done         []string
	SignedReason string
	CoreVersion  string
	// Series is the identity of a sheet and its revisions, Revision counts them.
	Series   string
	Revision int
	// TreeBefore is the tree in whose place this one goes, "" where it is the same.
	TreeBefore string
	// Changed are the moves that say something else than on the sheet that this one revises.
	Changed map[planting.PanelCode]bool
	// Replaces is the sheet that this one revises.
	Replaces *int
	// Ended says that it holds no more, "" while it does; Replaced that another took its place.
	Ended string
	// Forgotten says that it was drawn anew without the person it went to, "" while it was not.
	Forgotten string
	EndedAt   *time.Time
	Replaced  bool
	// Chosen says which ways are this sheet's own, and why; "" when it goes by the house's.
	Chosen string
	// Link is where its copy is on the telephone of whoever plants, "" where there is none.
	Link  string
	Input planting.Input
	Plan  planting.Plan
	Words words.PlanWords
	// Changes is how often the dates of a planted tree changed since the sheet, ChangedAt when they were read; zero before it is planted.
	Changes   int
	ChangedAt time.Time
}

func length(mm float64) planting.Measure { return planting.Measure{Value: mm, Unit: "mm"} }
