// Package apptest is the made-up nursery for tests: over a real database, by a clock that the test sets, its deeds done as a capability
// declares them.
package apptest

import (
	"context"
	"os"
	"sync/atomic"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app"
	"sedum/app/arrivals"
	"sedum/app/bench"
	"sedum/app/ground"
	"sedum/app/lots"
	"sedum/app/people"
	"sedum/app/yard"
	"sedum/core/fault"
	"sedum/core/stock"
	"sedum/database/testdb"
	"sedum/demo"
	"sedum/kernel"
)

// World is the nursery at a fixed moment.
type World struct {
	*kernel.Kernel
	T                      testing.TB
	Hand, Advisor, Manager kernel.Who
	now                    *func() time.Time
	// Ago is how long the entries that follow waited on a device.
	Ago time.Duration
}

// Ten is when the tests' nursery begins.
var Ten = time.Date(2026, 11, 25, 10, 0, 0, 0, time.UTC)

// Open is the nursery on the morning of its day, a minute after ten.
func Open(t testing.TB) *World { return OpenIn(t, time.UTC) }

// OpenIn is Open with the yard in some zone.
func OpenIn(t testing.TB, zone *time.Location) *World {
	t.Helper()
	return OpenWith(t, func(s *app.Settings) { s.Zone = zone })
}

// OpenWith is Open with settings of the test's own.
func OpenWith(t testing.TB, change func(*app.Settings)) *World {
	t.Helper()
	now := ticking(Ten)
	settings := app.Settings{Outside: demo.Outside(), Zone: time.UTC, Clock: func() time.Time { return now() }}
	change(&settings)
	k := testdb.Copy(t, settings, "demo at ten in "+settings.Zone.String(), func(k *kernel.Kernel) error { return demo.Load(context.Background(), k) })
	now = ticking(Ten.Add(time.Minute))
	w := Of(t, k)
	w.now = &now
	return w
}

// Of is the nursery of a program that runs already, by that program's own clock.
func Of(t testing.TB, k *kernel.Kernel) *World {
	w := &World{Kernel: k, T: t}
	for i, into := range []*kernel.Who{&w.Hand, &w.Advisor, &w.Manager} {
		*into = w.Who(demo.People()[i].SignIn)
	}
	return w
}

// ticking is a clock: every look at it is a millisecond later.
func ticking(from time.Time) func() time.Time {
	var ticks atomic.Int64
	return func() time.Time { return from.Add(time.Duration(ticks.Add(1)) * time.Millisecond) }
}

// At stops the clock at a moment.
func (w *World) At(moment time.Time) { *w.now = func() time.Time { return moment } }

// Job lets the house do one of its own jobs now, whoever's turn it is.
func (w *World) Job(id string) {
	w.T.Helper()
	for _, j := range w.Jobs() {
		if j.ID == id {
			_, err := w.Run(context.Background(), j)
			require.NoError(w.T, err, id)
			return
		}
	}
	require.Fail(w.T, "there is no such job", id)
}

// Who is a person of the nursery with the rules in force now.
func (w *World) Who(signIn string) kernel.Who {
	var who kernel.Who
	require.NoError(w.T, w.Look(context.Background(), kernel.Who{}, func(tx *kernel.Tx) error {
		p, err := kernel.One[people.Person](tx, "sign_in = ?", signIn)
		if err != nil {
			return err
		}
		who, err = w.Admit(tx, p.ID)
		return err
	}))
	return who
}

// Tx runs something in a transaction in the hand's name.
func (w *World) Tx(do func(tx *kernel.Tx) error) error {
	return w.Do(context.Background(), w.Hand, do)
}

// Did does a deed and gives what it keeps under its key. Whatever is answered keeps the limits that its document gives.
func Did[R any](w *World, who kernel.Who, id string, in, body any) (R, error) {
	var out R
	err := w.Do(context.Background(), who, func(tx *kernel.Tx) error {
		tx.EnteredAgo = w.Ago
		got, err := w.Perform(tx, id, in, body)
		if err == nil {
			assert.NoError(w.T, fault.Check(got).Err(), "%s answers what its document does not allow", id)
		}
		if r, ok := got.(R); ok {
			out = r
		}
		return err
	})
	return out, err
}

// Deed does a deed that must succeed.
func (w *World) Deed(who kernel.Who, id string, in, body any) {
	w.T.Helper()
	_, err := Did[any](w, who, id, in, body)
	require.NoError(w.T, err, id)
}

// Err does a deed and gives its error.
func (w *World) Err(who kernel.Who, id string, in, body any) error {
	_, err := Did[any](w, who, id, in, body)
	return err
}

// Saw asks a reading operation that must answer.
func Saw[O any](w *World, id string, in any) O {
	w.T.Helper()
	out, err := Did[O](w, w.Manager, id, in, nil)
	require.NoError(w.T, err, id)
	return out
}

// ByTag, ByNumber and ByID are an operation's subject.
func ByTag(tag string) kernel.ByTag { return kernel.ByTag{Tag: tag} }

// ByNumber is a lot, a note or a sheet.
func ByNumber(n int) kernel.ByNumber { return kernel.ByNumber{Number: n} }

// ByID is anything else.
func ByID(id string) kernel.ByID { return kernel.ByID{ID: id} }

// Tree is the page of a tree.
func (w *World) Tree(tag string) bench.Tree {
	w.T.Helper()
	return Saw[bench.Tree](w, "see-tree", ByTag(tag))
}

// Lot is the page of a lot.
func (w *World) Lot(number int) lots.Page {
	w.T.Helper()
	return Saw[lots.Page](w, "see-lot", ByNumber(number))
}

// TreeIn is the first tree by its tag in a state.
func (w *World) TreeIn(state stock.State) yard.Tree {
	w.T.Helper()
	var t []yard.Tree
	require.NoError(w.T, w.Tx(func(tx *kernel.Tx) (err error) {
		t, err = kernel.Many[yard.Tree](tx, "tag", "state = ?", state)
		return err
	}))
	require.NotEmpty(w.T, t, state)
	return t[0]
}

// TreesOf are the trees of a lot by place.
func (w *World) TreesOf(number int) (trees []yard.Tree) {
	w.T.Helper()
	require.NoError(w.T, w.Tx(func(tx *kernel.Tx) error {
		lot, err := yard.LotByNumber(tx, number)
		if err != nil {
			return err
		}
		trees, err = yard.TreesOfLot(tx, lot.ID)
		return err
	}))
	return trees
}

// SpotOf is the page of a customer's spot.
func (w *World) SpotOf(customer string) ground.Page {
	w.T.Helper()
	for _, s := range Saw[ground.Pages](w, "list-spots", kernel.None{}).Spots {
		if s.Customer == customer {
			return s
		}
	}
	w.T.Fatal("no such customer")
	return ground.Page{}
}

// LotOf is one lot of a delivery as tests bring it in.
func LotOf(kind string, form stock.Form, count int) arrivals.NewLot {
	return arrivals.NewLot{Kind: kind, Count: count, Bundle: 1, LotFacts: stock.LotFacts{Form: form, Pot: stock.PotStandard, PotL: 20, BallDiameterMM: 300, BallHeightMM: 260,
		CaliperMM: 26, HeightM: 2, Sizing: stock.SizingCaliper, Sensitivity: stock.SensitivityAverage, Grafted: Ptr(false)}}
}

// TakeIn brings lots in and gives their numbers.
func (w *World) TakeIn(lots ...arrivals.NewLot) []int {
	w.T.Helper()
	number, err := Did[int](w, w.Hand, "take-in-delivery", kernel.None{}, arrivals.NewDelivery{Came: arrivals.Came{Grower: "Marrow Hill Growers"}, Lots: lots})
	require.NoError(w.T, err)
	var numbers []int
	require.NoError(w.T, w.Tx(func(tx *kernel.Tx) error {
		list, err := kernel.Rows[yard.Lot](tx, "SELECT l.number FROM lots l JOIN deliveries d ON d.id = l.delivery_id WHERE d.number = ? ORDER BY l.number", number)
		for _, l := range list {
			numbers = append(numbers, l.Number)
		}
		return err
	}))
	return numbers
}

// Ptr is a pointer to a value.
func Ptr[T any](v T) *T { return &v }

// SoundLook is a look at a sound tree in a pot.
func SoundLook() stock.Readings {
	return stock.Readings{
		BallDiameterMM: Ptr(330.0), BallHeightMM: Ptr(280.0), CaliperMM: Ptr(32.0), HeightM: Ptr(2.1),
		Above:  stock.Above{Leader: "one", Trunk: "clean", Branching: "well-spaced", Life: "plump", Ties: "none", Pests: "none", Graft: "none-seen"},
		Probes: []stock.Probe{}, SeenDepthMM: Ptr(0.0), ZonesLooked: stock.AllZones(), Roots: []stock.Circler{},
		MatSidePct: Ptr(0.0), MatBottomPct: Ptr(0.0), FillPct: Ptr(80.0), Texture: stock.TextureFirm, Odour: stock.OdourNone, BottomRoots: stock.BottomRootsPresent, PotTop: stock.PotTopClean, Moisture: stock.MoistureMoist,
	}
}

// Rotten is a look at a tree whose roots are soft and sour.
func Rotten() stock.Readings {
	r := SoundLook()
	r.Texture, r.Odour = stock.TextureSoft, stock.OdourSour
	return r
}

// SaveLook keeps a look at a tree as it stands, by the hand.
func (w *World) SaveLook(tag string, r stock.Readings) bench.Tree {
	w.T.Helper()
	w.Deed(w.Hand, "save-check", ByTag(tag), bench.NewCheck{Version: w.Tree(tag).Version, Readings: r})
	return w.Tree(tag)
}

// Refused holds that a deed was refused with a code.
func Refused(t *testing.T, err error, code string) {
	t.Helper()
	var r kernel.Refused
	require.ErrorAs(t, err, &r)
	assert.Equal(t, code, r.Code)
}

// Fault holds that an input was found faulty at a field.
func Fault(t *testing.T, err error, field string, code fault.Code) {
	t.Helper()
	var l fault.List
	require.ErrorAs(t, err, &l)
	for _, f := range l {
		if f.Field == field && f.Code == code {
			return
		}
	}
	assert.Fail(t, "no such fault", "%s %s in %v", field, code, l)
}

// Times is how often a test repeats itself: the first number in ./run test, the second in ./run long.
func Times(short, long int) int {
	if os.Getenv("SEDUM_LONG") != "" {
		return long
	}
	return short
}
