// Package yard is the records that all others stand on: growers, deliveries, lots, trees and their states.
//
// Only this package writes them. Move, Judge and MoveLot alone write a state: each asks the core what may follow, appends the event and
// keeps the counts of the lot.
package yard

import (
	"embed"
	"time"

	"sedum/app/catalogue"
	"sedum/app/people"
	"sedum/core/stock"
	"sedum/words"
)

//go:embed tables/*.sql
var tables embed.FS

// Grower is who raised a lot.
type Grower struct {
	ID      string
	Name    string
	Place   string
	Version int
}

// Delivery is what one grower brought at one time.
type Delivery struct {
	ID        string
	Number    int
	GrowerID  string
	LiftedAt  *time.Time
	ArrivedAt time.Time
	Packing   stock.Packing
	Note      string
	PersonID  string
	At        time.Time
	// TakenBackAt is when it turned out to be a mistake, nil while it stands.
	TakenBackAt *time.Time

	Grower Grower
	Person people.Named
}

// Lot is trees of one kind, form and grower that came together.
type Lot struct {
	ID         string
	Number     int
	GrowerID   string
	KindID     string
	DeliveryID *string
	ArrivedOn  time.Time
	stock.LotFacts
	// PerRow is how many stand in a row, 0 when nobody said.
	PerRow   int
	Decision stock.LotDecision
	// Unchecked is a release that no complete look of drawn trees stands behind.
	Unchecked bool
	DecidedAt *time.Time
	Version   int

	Grower Grower
	Kind   catalogue.Kind
}

// Called is what people call its trees.
func (l Lot) Called() string { return l.LotFacts.Called(l.Kind.Common) }

// CalledIn is what it is called on a customer's paper in a language.
func (l Lot) CalledIn(language words.Language) string {
	if name := l.Kind.Facts.Spanish; language == words.Spanish && name != "" {
		return l.LotFacts.Called(name)
	}
	return l.Called()
}

// Tree is one tree, or a bundle, with its tag; its state is what its entries say.
type Tree struct {
	ID    string
	Tag   string
	LotID string
	// LotNumber is that of its lot: what a lot counts is found by it.
	LotNumber  int
	Number     int
	State      stock.State
	StateSince time.Time
	DueOn      *time.Time
	CheckID    *string
	// Faulty is by the look that counts for its lot: the newest judged one before any work. Nil before there is one.
	Faulty *bool
	// HeightM is as the newest look measured it, nil when it did not.
	HeightM *float64
	// BundleCount is how many trees stand under this tag; BundleOf the bundle that it was split from.
	BundleCount int
	BundleOf    *string
	// Place is where in the yard it was moved to, "" while it stands with its lot.
	Place   string
	Version int
}

// Event is a change of state that no look made: sold, sent back, reserved.
type Event struct {
	ID        string
	TreeID    string
	PersonID  string
	At        time.Time
	FromState stock.State
	ToState   stock.State
	Note      string
}

// TableName says whose events they are.
func (Event) TableName() string { return "tree_events" }
