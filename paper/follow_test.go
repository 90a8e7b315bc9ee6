package paper_test

import (
	"os"
	"path/filepath"
	"regexp"
	"strconv"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/care"
	"sedum/core/planting"
	"sedum/core/stock"
	"sedum/internal/plantingtest"
	"sedum/paper"
	"sedum/words"
)

// reader follows the paper with a simulated hole and the tree in its hands. It knows nothing of the plan: what it does, it has read. Heights
// are mm against the old ground.
type reader struct {
	require.TestingT
	text string
	// at is how far it has read: nothing is done before what stands before it.
	at int
	// root is the ball from its top to its base, or how far bare roots hang.
	root, buried, base, flare float64
}

// reads finds the next sentence of a form and gives its figures; false when it does not stand in what is left of the paper.
func (r *reader) reads(form string) ([]float64, bool) {
	found := regexp.MustCompile(strings.ReplaceAll(form, "#", `(\d+(?:\.\d+)?)`)).FindStringSubmatchIndex(r.text[r.at:])
	if found == nil {
		return nil, false
	}
	out := []float64{}
	for i := 2; i < len(found); i += 2 {
		x, err := strconv.ParseFloat(r.text[r.at+found[i]:r.at+found[i+1]], 64)
		require.NoError(r, err)
		out = append(out, x)
	}
	r.at += found[1]
	return out, true
}

// must is reads of what every paper of that tree says.
func (r *reader) must(form string) []float64 {
	out, ok := r.reads(form)
	require.True(r, ok, "the paper says %q after %q", form, r.text[max(0, r.at-80):r.at])
	return out
}

const toTheMM = 1.6 // figures on paper are whole mm; two of them are added

// plantsBy does what the paper says, in its order, and leaves the tree standing.
func plantsBy(t require.TestingT, text string, tree planting.Tree) *reader {
	r := &reader{TestingT: t, text: text, root: tree.BallHeightMM, buried: tree.FlareDepthMM}
	r.must(`Mark a ring # mm across`)
	if dug, ok := r.reads(`(?:Dig|Dig a square,|Dig straight down,|Make a hole) # mm deep`); ok {
		r.base = -dug[0]
	}
	start := r.at
	if slot, ok := r.reads(`(?:Cut a slot|Clear a flat strip) # mm out`); ok {
		r.root -= slot[0]
	} else {
		r.at = start
	}
	start = r.at
	if pad, ok := r.reads(`Build a firm pad of your own soil for it to stand on, # mm high`); ok {
		r.base += pad[0]
		top := r.must(`its top must lie # mm above the old ground`)
		require.InDelta(t, r.base, top[0], toTheMM, "the pad")
	} else {
		r.at = start
		if tree.Form != stock.Plug {
			deep := r.must(`(?:From under the board to the bottom|Down to the bottom) must be # mm`)
			require.InDelta(t, -r.base, deep[0], toTheMM, "the empty hole is as deep as it was dug, before the tree is in it")
		}
	}
	start = r.at
	if off, ok := r.reads(`Clear # mm of soil off the top until the root flare shows`); ok {
		require.InDelta(t, r.buried, off[0], toTheMM)
	} else {
		r.at = start
	}
	start = r.at
	if cut, ok := r.reads(`Cut the longest roots back to # mm: # mm off at the most`); ok {
		require.InDelta(t, tree.BallHeightMM, cut[0]+cut[1], toTheMM)
		r.root -= cut[1]
	} else {
		r.at = start
	}
	r.flare = r.base + r.root - r.buried
	if tree.Form != stock.Plug {
		r.stands()
	}
	return r
}

// stands lays the board with the tree in.
func (r *reader) stands() {
	start := r.at
	if on, ok := r.reads(`Lay the board on the pad\. The root flare must stand # mm above the pad`); ok {
		require.InDelta(r, r.flare-r.base, on[0], toTheMM)
		return
	}
	r.at = start
	if on, ok := r.reads(`The root flare must stand # mm above the underside of the board`); ok {
		require.InDelta(r, r.flare, on[0], toTheMM, "the flare over the board's underside")
		return
	}
	r.at = start
	r.must(`The root flare must stand at the underside of the board, no lower`)
	require.InDelta(r, 0, r.flare, toTheMM)
}

// Of every form, with and without mound, pad, slot and slope: the paper alone, followed, gives the flare's height, the volumes and the
// order of the plan, and never a flare under the ground.
func TestWhoFollowsThePaperPlantsAsPlanned(t *testing.T) {
	s := words.In(words.American, words.Metric)
	dir := t.TempDir()
	mounds, pads, forms := 0, 0, map[stock.Form]int{}
	rapid.Check(t, func(rt *rapid.T) {
		house, in, p := plantingtest.Plan(rt)
		for range 8 { // most of what is drawn is not planted
			if p.Refused == "" && !p.Locked {
				break
			}
			house, in, p = plantingtest.Plan(rt)
		}
		if p.Refused != "" || p.Locked {
			return
		}
		day := time.Date(2027, 1, 1, 0, 0, 0, 0, time.UTC).AddDate(0, 0, in.Today.DayOfYear-1)
		sh := paper.Sheet{Number: 7, Customer: "Petra Averill", SpotName: "front lawn", Tag: "K74-QDX", Common: "Hornbeam", Botanical: "Carpinus betulus", LotNumber: 14,
			IssuedAt: day, IssuedBy: "Bram Okonedo", PlantingOn: day, Input: in, Plan: p, Words: s.Plan(in, p, care.Calendar(care.FactsOf(house, day, in, p)))}
		raw, err := paper.SheetPDF(s, paper.House{Name: "Quarrywell", Telephone: "555 0100"}, sh, rapid.SampledFrom([]string{"a4", "letter"}).Draw(rt, "size"), false)
		require.NoError(rt, err)
		file := filepath.Join(dir, "sheet.pdf")
		require.NoError(rt, os.WriteFile(file, raw, 0o600))
		require.Regexp(rt, `Pages:\s+2\n`, run(t, "pdfinfo", file))
		text := plain(run(t, "pdftotext", "-raw", file, "-"))
		r := plantsBy(rt, text, in.Tree)
		forms[in.Tree.Form]++
		require.InDelta(rt, p.Hole.FinishedRaiseMM+p.Hole.SettleMM, r.flare, 2*toTheMM, "the flare stands where the plan wants it")
		require.GreaterOrEqual(rt, r.flare, -toTheMM, "never under the ground")
		if p.Hole.BackfillL >= 1 {
			back := r.must(`Put the soil that you dug back, broken fine(?:, in three goes)?: about # L`)
			require.InDelta(rt, p.Hole.BackfillL, back[0], 0.51)
		}
		if p.Hole.BuildMoundFirst {
			mounds++
			mound := r.must(`mound of your own soil round it, # mm high\. Slope it one down for three out: # L of soil`)
			require.InDelta(rt, r.flare, mound[0], 2*toTheMM)
			require.InDelta(rt, p.Hole.MoundVolumeL, mound[1], 0.51)
		}
		if p.Hole.PadUnderMM > 0 {
			pads++
		}
		water := r.must(`Water slowly with # L in all`)
		require.InDelta(rt, p.Basin.FirstWaterL, water[0], 0.51)
		mulch := r.must(`Spread mulch # mm thick, out to # mm from the trunk`)
		require.InDelta(rt, p.MulchMM, mulch[0], 0.51)
		require.InDelta(rt, p.Basin.MulchOuterRadiusMM, mulch[1], 0.51)
		gap := r.must(`Keep it # mm away from the trunk`)
		require.Positive(rt, gap[0], "no mulch on the trunk")
	})
	t.Logf("forms %v, mounds %d, pads %d", forms, mounds, pads)
	for _, form := range []stock.Form{stock.Container, stock.Balled, stock.BareRoot, stock.Plug} {
		require.Positive(t, forms[form], form)
	}
}

// On ground that drains poorly the paper builds a mound, with pegs and a pad where they are needed.
func TestWhoFollowsThePaperBuildsAMound(t *testing.T) {
	s := words.In(words.American, words.Metric)
	for _, high := range []float64{180, 330} {
		sh := sheet(t, s, func(in *planting.Input) {
			in.Spot.Drain300Min, in.Tree.BallHeightMM, in.Tree.SupportBall = ptr(600.0), high, false
		})
		require.True(t, sh.Plan.Hole.BuildMoundFirst)
		_, text := pdf(t, s, sh, "a4")
		r := plantsBy(t, plain(text), sh.Input.Tree)
		require.InDelta(t, sh.Plan.Hole.FinishedRaiseMM, r.flare, 2*toTheMM)
		mound := r.must(`mound of your own soil round it, # mm high\. Slope it one down for three out: # L of soil`)
		require.InDelta(t, r.flare, mound[0], 2*toTheMM)
		require.InDelta(t, sh.Plan.Hole.MoundVolumeL, mound[1], 0.51)
	}
}
