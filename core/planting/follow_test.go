package planting_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/internal/plantingtest"
)

// gardener follows a sheet to the letter on a simulated hole. It knows the tree in its hands and nothing of the plan. Heights are mm
// against the old ground.
type gardener struct {
	*rapid.T
	tree planting.Tree
	// hangs is from flare to base: of bare roots what hangs downward, shorter by what is cut off and what lies in the slot.
	hangs                                                       float64
	base, flare                                                 float64
	dug, in, filled, moundBuilt, basin, watered, staked, soaked bool
	checked, slotDug, raised                                    bool
}

func follow(t *rapid.T, tree planting.Tree, steps []planting.Step) *gardener {
	g := &gardener{T: t, tree: tree, hangs: tree.BallHeightMM - tree.FlareDepthMM}
	for _, s := range steps {
		g.do(s)
	}
	require.True(t, g.in, "it is planted")
	return g
}

func (g *gardener) do(s planting.Step) {
	value := func(name string) float64 {
		v, ok := s.Values[name]
		require.True(g, ok, "%s tells %s", s.Code, name)
		return v.Value
	}
	near := func(want, got float64, what string) {
		require.InDelta(g, want, got, 1e-6, "%s %s: %s", s.Code, s.Choice, what)
	}
	switch s.Code {
	case "dig":
		g.dug, g.base = true, -value("depth")
	case "slot":
		require.Equal(g, s.Choice != "on-ground", g.dug, "a slot runs out from the wall of a hole")
		g.hangs, g.slotDug = g.hangs-value("length"), true
	case "pad":
		require.False(g, g.in)
		g.base += value("pad")
	case "half-fill-test":
		require.False(g, g.in, "a hole is tried while it is empty")
	case "soak-if-dry":
		require.False(g, g.in, "nobody soaks what stands in the hole")
		g.soaked = true
	case "trim-roots":
		require.False(g, g.in)
		if s.Choice == "to-length" {
			near(g.tree.BallHeightMM, value("cut")+value("left"), "what is cut and what is left are the root")
			g.hangs -= value("cut")
		}
	case "labels-off", "clear-flare", "see-flare":
		require.False(g, g.in)
	case "rig":
		// A contractor lets it down; bare roots are spread over their cone, and a ball that hardly holds is freed in the hole.
		if g.tree.Form != stock.BareRoot && !g.tree.SupportBall {
			g.lower()
		}
	case "check-hole":
		require.False(g, g.in)
		g.checked = true
		if s.Choice == "on-pad" {
			near(g.base, value("pad"), "the pad is as high as told")
		} else {
			near(-g.base, value("depth"), "the empty hole is as deep as told")
		}
	case "unpot":
		if s.Choice == "cut-in-hole" {
			require.True(g, g.soaked, "what the pot is cut away from in the hole is wetted before")
			g.lower()
		} else {
			require.False(g, g.in)
		}
	case "cone", "set":
		g.lower()
	case "lay-in-slot":
		require.True(g, g.in && g.slotDug)
	case "stick":
		require.True(g, g.in, "the height is checked again with the tree in")
		require.False(g, g.filled || g.moundBuilt, "before anything is filled, and never on a mound")
		if s.Choice == "on-pad" {
			near(g.flare-g.base, value("stick"), "the flare over the pad")
		} else {
			near(g.flare, value("stick"), "the flare over the old ground")
		}
	case "graft", "turn", "plumb", "contour", "unwrap":
		require.True(g, g.in || s.Code == "contour")
		require.False(g, g.filled)
	case "cage", "inoculant":
		require.False(g, g.in, "it stands in the hole, or is dusted on, before the tree goes in")
	case "pipe", "blend":
		require.False(g, g.filled, "before it is filled")
	case "prune", "seal", "arm":
		require.True(g, g.watered || !g.in, "when it stands, or before it goes in")
	case "guard", "tidy":
		require.True(g, g.watered, "when it stands")
	case "look-again":
		if settle, sinks := s.Values["settle"]; sinks {
			near(g.flare-settle.Value, value("raise"), "where it sinks to")
		}
	case "backfill":
		require.True(g, g.in)
		g.filled = true
	case "mound":
		require.True(g, g.in, "the ball stands before its mound is filled")
		near(g.flare, value("height"), "the mound is as high as the flare")
		g.moundBuilt = true
	case "feed":
		require.True(g, g.in)
		if s.Choice == "tablets" {
			require.False(g, g.filled, "tablets go in while it is filled")
		} else if s.Choice != "light-starter" {
			require.Less(g, value("inner"), value("outer"))
		}
	case "finish":
		g.raised = true
		if raise, ok := s.Values["raise"]; ok {
			near(g.flare, raise.Value, "where the flare ends")
		}
	case "basin":
		require.True(g, g.raised)
		g.basin = true
	case "water":
		require.True(g, g.raised)
		g.watered = true
	case "compost", "mulch":
		require.True(g, g.watered)
	case "stake":
		require.Equal(g, g.tree.Form != stock.BareRoot, g.in, "before bare roots go in, never through them")
		g.staked = true
	}
}

func (g *gardener) lower() {
	require.False(g, g.in, "it goes in once")
	require.True(g, g.checked || g.tree.Form == stock.Plug, "the hole is measured before a heavy ball goes down")
	g.in, g.flare = true, g.base+g.hangs
}

// Followed in order on a simulated hole, the steps of every plan give the height that it states, of every form, soil, slope, day and
// school; the flare never ends under grade.
func TestTheStepsFollowedGiveThePlan(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		_, in, p := plantingtest.Plan(t)
		if p.Refused != "" || p.Locked {
			return
		}
		g := follow(t, in.Tree, p.Steps)
		require.InDelta(t, p.Hole.FinishedRaiseMM+p.Hole.SettleMM, g.flare, 1e-6)
		require.GreaterOrEqual(t, g.flare, -1e-9)
		require.Equal(t, p.Stake.Needed, g.staked)
		require.Equal(t, p.Hole.BuildMoundFirst, g.moundBuilt)
		require.Equal(t, p.Berm != planting.BermNone, g.basin)
	})
}

// Soil that is dug is filled back, built with or carried away, and nothing is carried away while something is brought; what is brought is
// what the words ask for, for every tree of a bundle.
func TestSoilAndQuantitiesBalance(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		house, in, p := plantingtest.Plan(t)
		if p.Refused != "" || p.Locked {
			return
		}
		s := p.Soil
		require.InDelta(t, s.DugL+s.BroughtL+s.BlendL+s.MoundBlendL, s.BackfillL+s.MoundL+s.PadL+s.FeatherL+s.BermL+s.CoverL+s.LeftL, 1e-6)
		require.Zero(t, min(s.LeftL, s.BroughtL), "nothing is left over while something is brought")
		count := float64(max(1, in.Tree.Count))
		amount := func(code string) float64 {
			if i := slices.IndexFunc(p.Quantities, func(q planting.Quantity) bool { return q.Code == code }); i >= 0 {
				return p.Quantities[i].Amount.Value
			}
			return 0
		}
		loose := house.Value(rules.HoleBulking)
		require.InDelta(t, s.LeftL*count*loose, amount("spoil-left"), 1e-6)
		require.InDelta(t, s.BroughtL*count*loose, amount("mound-soil"), 1e-6)
		require.InDelta(t, step(p, "water").Values["first"].Value*count, amount("first-water"), 1e-9)
		stakes := 0.0
		if each := step(p, "stake"); each != nil {
			stakes = each.Values["count"].Value
		}
		require.InDelta(t, stakes*count, amount("stakes"), 1e-9)
		feed := step(p, "feed")
		require.Equal(t, feed != nil && feed.Choice == "tablets", amount("tablets") > 0)
		require.Equal(t, step(p, "compost") != nil, amount("compost") > 0)
		require.Positive(t, amount("mulch"))
		if count > 1 {
			require.NotNil(t, step(p, "bundle"), "a bundle is planted tree by tree")
		}
	})
}

// Bare roots of 600 mm in slow and in good ground, by both schools, worked by hand from planting.md: 250 and 400 mm of hole, 20 of them
// loosened under the tips; a cut takes a third at the most.
func TestRootsTooLongForTheHole(t *testing.T) {
	for name, c := range map[string]struct {
		drains, length, cut, left, slot, depth float64
		school                                 string
	}{
		"good, kept":         {160, 600, 0, 0, 220, 380 - 25, "never-trim"},
		"good, trimmed":      {160, 480, 100, 380, 0, 380 - 25, "trim"},
		"good, a third only": {160, 600, 200, 400, 20, 380 - 25, "trim"},
		"slow, kept":         {600, 480, 0, 0, 250, 230 - 75, "never-trim"},
		"slow, trimmed":      {600, 300, 70, 230, 0, 230 - 75, "trim"},
		"short enough":       {160, 380, 0, 0, 0, 380 - 25, "never-trim"},
	} {
		in := planInput()
		in.Tree.Form, in.Tree.BallDiameterMM, in.Tree.BallHeightMM, in.Spot.Drain300Min = stock.BareRoot, 500, c.length, ptr(c.drains)
		house, err := rules.House{}.WithSchool(rules.StepTrim, c.school)
		require.NoError(t, err)
		p := planOf(t, house, in)
		require.Empty(t, p.Refused, name)
		require.InDelta(t, c.cut, p.Long.CutMM, 1e-9, name)
		require.InDelta(t, c.left, p.Long.LeftMM, 1e-9, name)
		require.InDelta(t, c.slot, p.Long.SlotMM, 1e-9, name)
		require.InDelta(t, c.depth, p.Hole.HoleDepthMM, 1e-9, name)
		require.Equal(t, c.slot > 0, step(p, "slot") != nil, name)
		require.Equal(t, c.slot > 0, step(p, "lay-in-slot") != nil, name)
		require.Equal(t, c.cut > 0, step(p, "trim-roots").Choice == "to-length", name)
	}
}
