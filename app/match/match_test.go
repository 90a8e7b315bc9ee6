package match_test

import (
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/bench"
	"sedum/app/catalogue"
	"sedum/app/clock"
	"sedum/app/ground"
	"sedum/app/match"
	"sedum/app/yard"
	"sedum/core/climate"
	"sedum/core/fault"
	"sedum/core/fit"
	coreground "sedum/core/ground"
	"sedum/core/stock"
	"sedum/kernel"
)

func TestMatchRanksWhatMayBeSold(t *testing.T) {
	w := Open(t)
	ranked := func(customer string) []match.Kind {
		return Saw[match.Ranked](w, "match", match.Ask{ByID: ByID(w.SpotOf(customer).ID)}).Kinds
	}
	list := ranked("Petra Averill")
	forSale := 0
	require.NoError(t, w.Tx(func(tx *kernel.Tx) (err error) {
		forSale, err = kernel.Value[int](tx, "SELECT COUNT(*) FROM trees WHERE state = 'for-sale'")
		return err
	}))
	counted := 0
	for _, k := range list {
		counted += k.Count
	}
	assert.Equal(t, forSale, counted)
	for i := 1; i < len(list); i++ {
		a, b := list[i-1], list[i]
		if (a.Mark == "excluded") == (b.Mark == "excluded") {
			assert.GreaterOrEqual(t, a.Overall, b.Overall-1e-3)
		}
	}
	assert.Equal(t, "Black alder", ranked("Dorian Pell")[0].Common, "only what lives in standing water comes first in a ditch")
}

// What a kind is called and where it stands is the same as when each of its trees is held against the spot by itself, by its own look.
func TestAMatchByKindIsTheMatchOfEachTree(t *testing.T) {
	w := Open(t)
	for n, height := range []float64{1.4, 2.6, 4.75} {
		for _, tree := range w.TreesOf(w.TakeIn(LotOf([]string{"Hornbeam", "Rowan", "Hornbeam"}[n], stock.Container, 7))[0]) {
			look := SoundLook()
			look.HeightM = Ptr(height + float64(tree.Number%3)/2)
			w.SaveLook(tree.Tag, look)
		}
	}
	for _, customer := range []string{"Petra Averill", "Caspar Lund", "Dorian Pell", "Maud Ferriter"} {
		spot := w.SpotOf(customer).ID
		best, count := map[string]float64{}, map[string]int{}
		require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
			known, err := ground.SpotOf(tx, spot)
			if err != nil {
				return err
			}
			trees, err := kernel.Many[yard.Tree](tx, "tag", "state = ?", stock.ForSale)
			for _, tree := range trees {
				lot, failed := yard.LotByID(tx, tree.LotID)
				require.NoError(t, failed)
				look, failed := kernel.One[bench.Check](tx, "id = ?", *tree.CheckID)
				require.NoError(t, failed)
				j := match.Judge(tx.Who.House, known, lot, yard.Offer{LotID: lot.ID, HeightM: look.Readings.HeightM, Tag: tree.Tag})
				count[lot.Called()]++
				if len(j.Result.ExcludedBy) == 0 && j.Stand.Never == "" {
					best[lot.Called()] = max(best[lot.Called()], j.Result.Overall)
				}
			}
			return err
		}))
		kinds := Saw[match.Ranked](w, "match", match.Ask{ByID: ByID(spot)}).Kinds
		assert.Len(t, kinds, len(count))
		for _, k := range kinds {
			assert.Equal(t, count[k.Common], k.Count, k.Common)
			overall, may := best[k.Common]
			assert.Equal(t, may, k.Mark != "excluded", "%s at %s", k.Common, customer)
			if may {
				assert.InDelta(t, overall, k.Overall, 0.005, "%s at %s", k.Common, customer)
			}
		}
	}
}

// Of many trees the first come at once and the rest on asking; a tree that somebody has in mind comes first, and one that may not be
// sold does not come.
func TestTheFirstTreesComeAtOnceAndTheRestOnAsking(t *testing.T) {
	w := Open(t)
	trees := w.TreesOf(w.TakeIn(LotOf("Hornbeam", stock.Container, 30))[0])
	for _, tree := range trees[:29] {
		w.SaveLook(tree.Tag, SoundLook())
	}
	spot := ByID(w.SpotOf("Petra Averill").ID)
	kind := func(tag string) match.Kind {
		for _, k := range Saw[match.Ranked](w, "match", match.Ask{ByID: spot, Tag: tag}).Kinds {
			if k.Common == "Hornbeam" {
				return k
			}
		}
		return match.Kind{}
	}
	first := kind("")
	require.Len(t, first.Trees, 12)
	all := Saw[match.Kind](w, "match-kind", match.KindAsk{ByID: spot, Kind: "Hornbeam"})
	assert.Len(t, all.Trees, first.Count)
	assert.GreaterOrEqual(t, first.Count, 29)
	assert.Equal(t, first.Trees, all.Trees[:12])
	last := all.Trees[len(all.Trees)-1]
	wanted := kind(last.Tag)
	assert.Equal(t, last, wanted.Trees[0])
	assert.Len(t, wanted.Trees, 13)
	assert.Equal(t, first.Trees, kind(trees[29].Tag).Trees, "nobody has looked at it")
	_, err := Did[match.Kind](w, w.Manager, "match-kind", match.KindAsk{ByID: spot, Kind: "Moon tree"}, nil)
	assert.ErrorIs(t, err, kernel.ErrMissing)
}

// What could be ordered is what nobody has in stock, judged as the trees in the yard are; by name one asks why a kind is not there.
func TestWhatCouldBeOrdered(t *testing.T) {
	w := Open(t)
	spot := w.SpotOf("Petra Averill")
	could, err := Did[match.Orderable](w, w.Advisor, "match-order", match.OrderAsk{ByID: ByID(spot.ID)}, nil)
	require.NoError(t, err)
	require.Len(t, could.Kinds, 12)
	ranked := Saw[match.Ranked](w, "match", match.Ask{ByID: ByID(spot.ID)})
	for i, k := range could.Kinds {
		assert.NotEqual(t, fit.Excluded, k.Mark, k.Common)
		assert.NotEqual(t, fit.Poor, k.Mark, k.Common)
		for _, there := range ranked.Kinds {
			assert.NotEqual(t, there.Botanical, k.Botanical, "it stands in the yard")
		}
		if i > 0 {
			assert.LessOrEqual(t, k.Overall, could.Kinds[i-1].Overall+1e-9)
		}
	}
	// A kind that freezes there is answered for, with what excludes it; by another of its names, too.
	olive, err := Did[match.Orderable](w, w.Advisor, "match-order", match.OrderAsk{ByID: ByID(spot.ID), Find: "olive"}, nil)
	require.NoError(t, err)
	found := false
	for _, k := range olive.Kinds {
		if k.Botanical == "Olea europaea" {
			found = true
			assert.Equal(t, fit.Excluded, k.Mark)
			assert.Equal(t, fit.Cold, k.Factors[0].Factor)
			assert.True(t, k.Factors[0].Excludes)
		}
	}
	assert.True(t, found)
	gean, err := Did[match.Orderable](w, w.Advisor, "match-order", match.OrderAsk{ByID: ByID(spot.ID), Find: "Mazzard"}, nil)
	require.NoError(t, err)
	require.Len(t, gean.Kinds, 1)
	assert.Equal(t, "Wild cherry", gean.Kinds[0].Common)
	// What was met in the yard and nobody described yet is named, not judged.
	w.Deed(w.Advisor, "add-kind", kernel.None{}, catalogue.NewKind{Common: "Sourwood", Habit: "single"})
	sour, err := Did[match.Orderable](w, w.Advisor, "match-order", match.OrderAsk{ByID: ByID(spot.ID), Find: "sourwood"}, nil)
	require.NoError(t, err)
	assert.Empty(t, sour.Kinds)
	assert.Equal(t, []string{"Sourwood"}, sour.Unjudged)
}

// What a fruit needs of chill is held against the worst and the last winter of the site's station; where somebody typed the chill, it is not.
func TestChillIsHeldAgainstSingleWinters(t *testing.T) {
	w := Open(t)
	spot := w.SpotOf("Maud Ferriter")
	told := func() string {
		for _, k := range []string{"Sweet cherry", "Apple", "Peach", "Pear"} {
			for _, c := range Saw[match.Orderable](w, "match-order", match.OrderAsk{ByID: ByID(spot.ID), Find: k}).Kinds {
				for _, f := range c.Factors {
					if f.Name == "winter chill" {
						return f.Text
					}
				}
			}
		}
		return ""
	}
	assert.Regexp(t, `The worst winter, 20\d\d, had [\d.]+, the last [\d.]+; \d+ of \d+ fell short\.`, told())
	change := ground.Change{Version: spot.Version, SiteVersion: spot.SiteVersion, Name: spot.Name, LatDeg: spot.LatDeg, Ground: spot.Ground, Climate: spot.Climate}
	change.Climate.ChillPortions = Ptr(60.0)
	w.Deed(w.Advisor, "save-spot", ByID(spot.ID), change)
	assert.NotContains(t, told(), "worst winter")
	assert.Contains(t, told(), "60")

	// Single winters that a neighbour counted stand over the station's, with the worst of them; the middle one counts.
	spot = w.SpotOf("Maud Ferriter")
	change = ground.Change{Version: spot.Version, SiteVersion: spot.SiteVersion, Name: spot.Name, LatDeg: spot.LatDeg, Ground: spot.Ground, Climate: spot.Climate}
	change.Climate.ChillPortions, change.Climate.ChillSaid = nil, "the orchard over the hill"
	change.Climate.ChillWinters = []climate.WinterChill{{Year: 2024, Portions: 12}, {Year: 2023, Portions: 31}, {Year: 2025, Portions: 47}}
	w.Deed(w.Advisor, "save-spot", ByID(spot.ID), change)
	assert.Contains(t, told(), "the site has 31")
	assert.Contains(t, told(), "The worst winter, 2024, had 12, the last 47")
}

// Three kinds side by side: what each is here, and at the other spots of the same ground what the match of that spot says itself.
func TestKindsStandSideBySide(t *testing.T) {
	w := Open(t)
	spot := w.SpotOf("Petra Averill")
	ask := func(kinds string) match.Beside {
		return Saw[match.Beside](w, "match-beside", match.BesideAsk{ByID: ByID(spot.ID), Kinds: kinds})
	}
	ranked := Saw[match.Ranked](w, "match", match.Ask{ByID: ByID(spot.ID)}).Kinds
	out := ask(ranked[0].Common + "; " + ranked[1].Common + ";Quercus robur")
	require.Len(t, out.Kinds, 3)
	assert.Equal(t, ranked[0].Overall, out.Kinds[0].Overall)
	assert.Equal(t, ranked[0].Count, out.Kinds[0].Count)
	assert.Equal(t, "English oak", out.Kinds[2].Common)
	assert.Zero(t, out.Kinds[2].Count, "the yard has none")
	require.Len(t, out.Kinds[0].Elsewhere, 2)
	for _, at := range out.Kinds[0].Elsewhere {
		for _, k := range Saw[match.Ranked](w, "match", match.Ask{ByID: ByID(at.SpotID)}).Kinds {
			if k.Common == ranked[0].Common {
				assert.Equal(t, []any{k.Mark, k.Limiting}, []any{at.Mark, at.Limiting}, at.Name)
				assert.InDelta(t, k.Overall, at.Overall, 1e-4)
			}
		}
	}
	for kinds, field := range map[string]string{"": "kinds", "a;b;c;d": "kinds", "Triffid": "kinds"} {
		_, err := Did[match.Beside](w, w.Advisor, "match-beside", match.BesideAsk{ByID: ByID(spot.ID), Kinds: kinds}, nil)
		var l fault.List
		require.ErrorAs(t, err, &l, kinds)
		assert.Equal(t, field, l[0].Field)
	}
}

// Care and season are asked with the rest, each answer with the trees that it leaves; a wish orders equals and excludes nothing.
func TestCareAndSeasonAreAsked(t *testing.T) {
	w := Open(t)
	spot := w.SpotOf("Petra Averill")
	see := func() match.Ranked { return Saw[match.Ranked](w, "match", match.Ask{ByID: ByID(spot.ID)}) }
	of := func(r match.Ranked, q match.Asked) (counts []int) {
		for _, each := range r.Questions {
			if each.Question == q {
				for _, o := range each.Options {
					counts = append(counts, o.Trees)
				}
			}
		}
		return counts
	}
	before := see()
	care, when := of(before, match.AskedCare), of(before, match.AskedWhen)
	require.Len(t, care, 3)
	require.Len(t, when, 3)
	assert.LessOrEqual(t, care[0], care[1])
	assert.LessOrEqual(t, care[1], care[2])
	// The tests' day is 25 November: the ground freezes on 4 December, so whatever may be planted in autumn may be planted now.
	assert.Positive(t, when[0])
	spot = w.SpotOf("Petra Averill")
	change := ground.Change{Version: spot.Version, SiteVersion: spot.SiteVersion, Name: spot.Name, LatDeg: spot.LatDeg, Ground: spot.Ground, Climate: spot.Climate}
	change.Ground.Care, change.Ground.When = "little", "now"
	w.Deed(w.Advisor, "save-spot", ByID(spot.ID), change)
	after := see()
	assert.Len(t, after.Kinds, len(before.Kinds))
	for i, k := range after.Kinds {
		if i > 0 && k.Mark != fit.Excluded {
			assert.GreaterOrEqual(t, after.Kinds[i-1].Overall, k.Overall-1e-9, "a wish stands above no score")
		}
		if k.Season == match.SeasonNow {
			assert.Equal(t, 329, k.NextDay)
		}
	}
	w.At(time.Date(2027, 1, 10, 10, 0, 0, 0, time.UTC))
	assert.Zero(t, of(see(), match.AskedWhen)[0], "in January the ground is frozen there")
}

// A tree of the garden is judged with the place where it shall stand; what is missing is named by its field.
func TestATreeOfTheGardenIsMoved(t *testing.T) {
	w := Open(t)
	id := ByID(w.SpotOf("Petra Averill").ID)
	m := Saw[match.Moving](w, "judge-move", match.MoveAsk{ByID: id, Kind: "Hornbeam", CaliperMM: 13, Years: "2"})
	assert.EqualValues(t, "good", m.Word)
	assert.InDelta(t, 305, m.BallDiameterMM, 0)
	frost := *w.SpotOf("Petra Averill").Reading.Climate.LastFrostDay
	assert.Equal(t, time.Date(2027, 1, frost-42, 0, 0, 0, 0, time.UTC).Format(time.DateOnly), m.Day, "six weeks before the last frost of the station")
	assert.Equal(t, "hole-first", m.Steps[1].Code)
	assert.NotEmpty(t, m.There.Factors)
	for field, ask := range map[string]match.MoveAsk{"caliper_mm": {Kind: "Hornbeam"}, "kind": {Kind: "Triffid", CaliperMM: 13}, "years": {Kind: "Hornbeam", CaliperMM: 13, Years: "-2"}, "lifters": {Kind: "Hornbeam", CaliperMM: 13, Lifters: "elves"}} {
		ask.ByID = id
		_, err := Did[match.Moving](w, w.Advisor, "judge-move", ask, nil)
		var l fault.List
		require.ErrorAs(t, err, &l, field)
		assert.True(t, l.Has(field), "%s: %v", field, l)
	}
}

// Of two apples for sale the one on a small stock grows small, says so, and has room where the other has none.
func TestARootstockDecidesTheSize(t *testing.T) {
	w := Open(t)
	spot := w.SpotOf("Petra Averill").ID
	for _, stock := range []string{"M9", ""} {
		lot := LotOf("Apple", "container", 2)
		lot.Rootstock, lot.Cultivar = stock, "On "+stock
		w.SaveLook(w.TreesOf(w.TakeIn(lot)[0])[0].Tag, SoundLook())
	}
	sizes, says := map[string]float64{}, map[string]string{}
	for _, k := range Saw[match.Ranked](w, "match", match.Ask{ByID: ByID(spot)}).Kinds {
		if k.Botanical == "Malus domestica" && len(k.Sizes) > 4 {
			sizes[k.Common], says[k.Common] = k.Sizes[4].HeightM, k.Rootstock
		}
	}
	// Grown is near the catalogue's 7 m, and 35 % of that.
	assert.InDelta(t, 7, sizes["Apple ‘On’"], 0.15)
	assert.InDelta(t, 0.35, sizes["Apple ‘On M9’"]/sizes["Apple ‘On’"], 0.01)
	assert.Contains(t, says["Apple ‘On M9’"], "On M9 it grows to 35 %")
	assert.Contains(t, says["Apple ‘On’"], "25 to 100 %")
}

// The whole match as a table has every tree that may be sold once, with the score that the match gives its kind at its size, the best first.
func TestTheWholeMatchIsATable(t *testing.T) {
	w := Open(t)
	spot := w.SpotOf("Petra Averill").ID
	ranked := Saw[match.Ranked](w, "match", match.Ask{ByID: ByID(spot)})
	total, best := 0, map[string]string{}
	for _, k := range ranked.Kinds {
		total += k.Count
		best[k.Common] = fmt.Sprintf("%.2f", k.Overall)
	}
	var rows [][]string
	require.NoError(t, w.Tx(func(tx *kernel.Tx) (err error) {
		rows, err = match.TableOf(tx, clock.Clocks{}, ByID(spot))
		return err
	}))
	require.Len(t, rows, total+1)
	tags, first := map[string]bool{}, map[string]bool{}
	for _, row := range rows[1:] {
		assert.False(t, tags[row[2]], "%s stands twice", row[2])
		tags[row[2]] = true
		if !first[row[0]] {
			first[row[0]] = true
			assert.Equal(t, best[row[0]], row[8], row[0])
		}
	}
	assert.Len(t, first, len(best))
}

// What stood there and died, salt, and how a tree was raised are said of the kinds that they are about; the day of looking is the program's.
func TestNotesOfASpotAreSaid(t *testing.T) {
	w := Open(t)
	spot := w.SpotOf("Petra Averill")
	change := ground.Change{Version: spot.Version, SiteVersion: spot.SiteVersion, Name: spot.Name, LatDeg: spot.LatDeg, Ground: spot.Ground, Climate: spot.Climate}
	change.Ground.FailedKind, change.Ground.Moisture, change.Ground.MoistureOn = "carpinus betulus", "saturated", "2019-01-01"
	change.Ground.Salt = []coreground.SaltFrom{coreground.SaltRoad}
	w.Deed(w.Advisor, "save-spot", ByID(spot.ID), change)
	spot = w.SpotOf("Petra Averill")
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
		assert.Equal(t, tx.Today().Format(time.DateOnly), spot.Ground.MoistureOn)
		return nil
	}))
	codes := func(list []kernel.Sentence) (out []string) {
		for _, s := range list {
			out = append(out, s.Code)
		}
		return out
	}
	assert.Equal(t, []string{"saturated", "failed", "salt-road"}, codes(spot.Reading.Asks))
	said := map[string][]string{}
	for _, k := range Saw[match.Ranked](w, "match", match.Ask{ByID: ByID(spot.ID)}).Kinds {
		said[k.Common] = codes(k.Notes)
	}
	assert.Contains(t, said["Hornbeam"], "replant")
	for name, notes := range said {
		if name != "Hornbeam" {
			assert.NotContains(t, notes, "replant", name)
		}
	}
	assert.Contains(t, said["Hornbeam"], "salt-unknown")
	known := map[string]ground.How{}
	for _, k := range spot.Reading.Known {
		known[k.What] = k.How
	}
	assert.Equal(t, map[string]ground.How{"soil": "measured", "drainage": "measured", "sun_h": "said", "exposure": "said", "wind_from_deg": "said", "room": "said", "ph": "said", "min_c": "station"}, known)
}

// A kind of which the yard has several lots is told as each: the lightest first, with what there is to dig by the plan's own rule.
func TestKindsOfStockStandSideBySide(t *testing.T) {
	w := Open(t)
	spot := w.SpotOf("Petra Averill")
	ask := match.KindAsk{ByID: ByID(spot.ID), Kind: "Field maple"}
	assert.Empty(t, Saw[match.Kind](w, "match-kind", ask).Forms, "one lot is compared with nothing")
	small := LotOf("Field maple", stock.Container, 2)
	small.BallDiameterMM, small.BallHeightMM, small.PriceCents = 180, 160, 1900
	w.SaveLook(w.TreesOf(w.TakeIn(small)[0])[0].Tag, SoundLook())
	forms := Saw[match.Kind](w, "match-kind", ask).Forms
	require.Len(t, forms, 2)
	assert.Equal(t, []int{1900, 1}, []int{forms[0].PriceCents, forms[0].Count})
	assert.Less(t, *forms[0].MassKG, *forms[1].MassKG)
	assert.Less(t, *forms[0].HoleL, *forms[1].HoleL)
	assert.Positive(t, *forms[0].HoleL)
}
