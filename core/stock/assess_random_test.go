package stock_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/rules"
	"sedum/core/stock"
)

// forgets leave one reading of a tree in a pot out, by the name under which it is then missing.
var forgets = map[string]func(*stock.Readings){
	"trunk": func(r *stock.Readings) { r.Above.Trunk = "" }, "branching": func(r *stock.Readings) { r.Above.Branching = "" },
	"life": func(r *stock.Readings) { r.Above.Life = "" }, "ties": func(r *stock.Readings) { r.Above.Ties = "" },
	"pests": func(r *stock.Readings) { r.Above.Pests = "" }, "texture": func(r *stock.Readings) { r.Texture = "" },
	"odour": func(r *stock.Readings) { r.Odour = "" }, "moisture": func(r *stock.Readings) { r.Moisture = "" },
	"bottom_roots": func(r *stock.Readings) { r.BottomRoots = "" }, "fill_pct": func(r *stock.Readings) { r.FillPct = nil },
	"pot_top": func(r *stock.Readings) { r.PotTop = "" }, "mat_side_pct": func(r *stock.Readings) { r.MatSidePct = nil },
	"mat_bottom_pct": func(r *stock.Readings) { r.MatBottomPct = nil }, "caliper_mm": func(r *stock.Readings) { r.CaliperMM = nil },
}

// drawLook is a whole look at a tree in a pot, as anybody may find it: sound, faulty, or both.
func drawLook(t *rapid.T) stock.Readings {
	pick := func(name string, list ...string) string { return rapid.SampledFrom(list).Draw(t, name) }
	percent := func(name string) *float64 { return ptr(float64(rapid.IntRange(0, 20).Draw(t, name) * 5)) }
	height := float64(rapid.IntRange(120, 500).Draw(t, "height of the ball"))
	r := stock.Readings{
		BallDiameterMM: ptr(float64(rapid.IntRange(120, 600).Draw(t, "width of the ball"))), BallHeightMM: &height,
		CaliperMM: ptr(float64(rapid.IntRange(6, 60).Draw(t, "caliper"))), HeightM: ptr(2.0),
		Above: stock.Above{Leader: stock.Cause(pick("leader", "one", "two", "broken-tip", "none")), Trunk: stock.Cause(pick("trunk", "clean", "healed-scar", "small-wound")),
			Branching: stock.Cause(pick("branching", "well-spaced", "rubbing")), Life: stock.Cause(pick("life", "plump", "dead-tips", "late-buds")),
			Ties: stock.Cause(pick("ties", "none", "tight")), Pests: stock.Cause(pick("pests", "none", "isolate"))},
		Probes: []stock.Probe{}, SeenDepthMM: ptr(float64(rapid.IntRange(0, int(height)/2).Draw(t, "flare seen"))), ZonesLooked: stock.AllZones(), PotTop: "clean", Roots: []stock.Circler{},
		MatSidePct: percent("felt on the side"), MatBottomPct: percent("felt on the base"), FillPct: percent("fill"),
		Texture: stock.Texture(pick("feel", "firm", "soft")), Odour: stock.Odour(pick("smell", "none", "sour")), BottomRoots: stock.BottomRoots(pick("at the bottom", "present", "absent")),
		Moisture: stock.Moisture(pick("moisture", "dry", "moist", "wet")),
	}
	for range rapid.IntRange(0, 3).Draw(t, "roots that go round") {
		c := stock.Circler{Root: stock.Root{Zone: stock.Zone(pick("zone", "side", "bottom", "collar")), DiameterMM: float64(rapid.IntRange(1, 20).Draw(t, "thick")),
			ArcDeg: float64(rapid.IntRange(1, 36).Draw(t, "round") * 10)}}
		if c.Zone == "collar" {
			c.GapMM = ptr(float64(rapid.IntRange(0, 30).Draw(t, "gap")))
		}
		r.Roots = append(r.Roots, c)
	}
	if len(r.Roots) > 0 {
		r.MainRootsMM = &[]float64{12, 11, 9, 8}
	}
	return r
}

// Whatever a tree is like: what nobody looked at is named, and the tree is then never sold and never called mended. Nothing that was
// found gets better because something else was left out.
func TestWhatIsLeftOutNeverHelps(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		s := subject()
		s.Season = rapid.SampledFrom([]stock.Season{"dormant", "autumn", "summer", "spring-flush"}).Draw(t, "season")
		r := drawLook(t)
		whole, err := stock.Assess(rules.House{}, s, r)
		require.NoError(t, err)
		names := make([]string, 0, len(forgets))
		for name := range forgets {
			names = append(names, name)
		}
		slices.Sort(names)
		name := rapid.SampledFrom(names).Draw(t, "left out")
		part := r
		forgets[name](&part)
		got, err := stock.Assess(rules.House{}, s, part)
		require.NoError(t, err)
		if !slices.Contains(got.Missing, name) && got.Verdict != stock.SendBack {
			t.Fatalf("%s was not looked at, and nothing says so: %+v", name, got.Missing)
		}
		if stock.Worse(got.Verdict, stock.NotYetJudged) != got.Verdict {
			t.Fatalf("without %s it is %s (with it: %s)", name, got.Verdict, whole.Verdict)
		}
		if stock.StateAfter(got) == stock.ForSale {
			t.Fatalf("without %s it goes on sale", name)
		}
	})
}

// The verdict is the worst of its reasons; every piece of work has a name of its own; and the same look is judged the same.
func TestTheVerdictIsTheWorstOfItsReasons(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := drawLook(t)
		a, err := stock.Assess(rules.House{}, subject(), r)
		require.NoError(t, err)
		worst := stock.Sell
		for _, reason := range a.Reasons {
			worst = stock.Worse(worst, reason.Verdict)
		}
		if len(a.Missing) > 0 {
			worst = stock.Worse(worst, stock.NotYetJudged)
		}
		if a.Verdict != worst {
			t.Fatalf("%s, and the worst of %+v is %s", a.Verdict, a.Reasons, worst)
		}
		seen := map[string]bool{}
		for _, w := range a.Work {
			if seen[w.Key] {
				t.Fatalf("two pieces of work are called %s", w.Key)
			}
			seen[w.Key] = true
		}
		again, err := stock.Assess(rules.House{}, subject(), r)
		require.NoError(t, err)
		require.Equal(t, a, again)
	})
}
