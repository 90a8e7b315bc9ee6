// Package app gathers the capabilities into the program, in the order of dependence: each knows only those before it.
package app

import (
	"net/http"
	"time"

	"sedum/app/amounts"
	"sedum/app/archives"
	"sedum/app/arrivals"
	"sedum/app/bench"
	"sedum/app/calculators"
	"sedum/app/catalogue"
	"sedum/app/claims"
	"sedum/app/clock"
	"sedum/app/copies"
	"sedum/app/dates"
	"sedum/app/forgetting"
	"sedum/app/ground"
	"sedum/app/growers"
	"sedum/app/journeys"
	"sedum/app/labels"
	"sedum/app/letterhead"
	"sedum/app/lots"
	"sedum/app/many"
	"sedum/app/match"
	"sedum/app/measures"
	"sedum/app/mending"
	"sedum/app/messages"
	"sedum/app/orders"
	"sedum/app/outcomes"
	"sedum/app/people"
	"sedum/app/photos"
	"sedum/app/planted"
	"sedum/app/prices"
	"sedum/app/refusals"
	"sedum/app/reminders"
	"sedum/app/rules"
	"sedum/app/search"
	"sedum/app/sheets"
	"sedum/app/space"
	"sedum/app/stations"
	"sedum/app/stocktake"
	"sedum/app/today"
	"sedum/app/trials"
	"sedum/app/troubles"
	"sedum/app/visits"
	"sedum/app/week"
	"sedum/app/work"
	"sedum/app/yard"
	"sedum/core/roles"
	"sedum/kernel"
)

// Outside are the things outside the house; each may be nil, and the program then says that it is not there.
type Outside struct {
	Station interface {
		clock.Station
		stations.Weather
	}
	Scale   clock.Scale
	Printer labels.Printer
	Gateway messages.Gateway
	Disk    space.Disk
	// Mailer carries letters to customers.
	Mailer reminders.Mailer
}

// Settings of the program.
type Settings struct {
	Clock func() time.Time
	Zone  *time.Location
	TLS   bool
	Demo  []people.DemoSignIn
	// Hosts are the names that the program answers for; none is any.
	Hosts []string
	// HSTSSubdomains holds browsers to HTTPS for names under ours too.
	HSTSSubdomains bool
	// Public is where customers' copies are served by a listener of their own, "" where they are not.
	Public string
	Pages  http.Handler
	Outside
}

// New gathers the program over a database.
func New(d *kernel.Database, s Settings) *kernel.Kernel {
	var k *kernel.Kernel
	book := &rules.Book{}
	clocks := clock.Clocks{Scale: s.Scale, Tell: messages.Desk{Gateway: s.Gateway}}
	var weather stations.Weather
	if s.Station != nil {
		clocks.Station, weather = s.Station, s.Station
	}
	letters := reminders.Desk{Mailer: s.Mailer, Public: s.Public, Ticked: copies.DoneOn}
	desk := sheets.Desk{Clocks: clocks, Public: s.Public, As: book.Admit}
	letters.Link = desk.LinkOf
	k = kernel.Gather(d, kernel.Settings{Clock: s.Clock, Zone: s.Zone, TLS: s.TLS, Hosts: s.Hosts, HSTSSubdomains: s.HSTSSubdomains, Pages: s.Pages, Admit: book.Admit, House: book.House},
		func(sessions *kernel.Sessions) []kernel.Capability {
			return []kernel.Capability{
				people.Capability(people.Settings{Sessions: sessions, Demo: s.Demo, Permissions: func(r roles.Role) []string { return k.Permissions(r) }}),
				clocks.Tell.Capability(),
				mending.Capability(),
				space.Capability(s.Disk, clocks.Tell),
				rules.Capability(book),
				catalogue.Capability(),
				yard.Capability(),
				measures.Capability(),
				prices.Capability(),
				clock.Capability(clocks),
				arrivals.Capability(),
				photos.Capability(),
				letterhead.Capability(),
				journeys.Capability(),
				bench.Capability(bench.Bench{Clocks: clocks, Held: sheets.Holds}),
				many.Capability(),
				stocktake.Capability(),
				lots.Capability(lots.Lots{Clocks: clocks}),
				work.Capability(),
				growers.Capability(),
				labels.Capability(s.Printer),
				stations.Capability(weather),
				ground.Capability(sheets.HoldsSpot),
				match.Capability(clocks),
				sheets.Capability(desk),
				planted.Capability(),
				amounts.Capability(),
				dates.Capability(),
				visits.Capability(),
				troubles.Capability(),
				refusals.Capability(),
				claims.Capability(),
				outcomes.Capability(),
				trials.Capability(),
				letters.Capability(),
				copies.Capability(),
				orders.Capability(desk),
				forgetting.Capability(),
				today.Capability(clocks),
				week.Capability(clocks),
				search.Capability(),
				archives.Capability(),
				calculators.Capability(),
			}
		})
	return k
}
