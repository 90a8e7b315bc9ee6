package paper_test

import (
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	ics "github.com/arran4/golang-ical"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/care"
	"sedum/core/fit"
	"sedum/core/ground"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/set"
	"sedum/core/stock"
	"sedum/paper"
	"sedum/words"
)

// speakers speak every language in both systems of units.
func speakers() (out []words.Speaker) {
	for _, language := range set.All[words.Language]() {
		for _, units := range set.All[words.Units]() {
			out = append(out, words.In(language, units))
		}
	}
	return out
}

func ptr[T any](v T) *T { return &v }

func sheet(t *testing.T, s words.Speaker, change func(*planting.Input)) paper.Sheet {
	t.Helper()
	in := planting.Input{
		Tree: planting.Tree{Tag: "K74-QDX", Form: stock.Container, Pot: "standard", CaliperMM: 32, HeightM: 2.2, BallDiameterMM: 262.4, BallHeightMM: 219,
			StandsAlone: false, SupportBall: true, DepthInDoubt: true, Corrections: []planting.Done{}},
		Kind: planting.Kind{DrainageMax: "good", GrownForFruit: true, BarkTender: true, OldWood: true, Cautions: []planting.Caution{"thorns", "poison"}},
		Spot: planting.Spot{LatDeg: 47, Drained: true, Drain300Min: ptr(100.0), SoilGroup: "fine", SoilClass: "silty clay loam", Water: "hose",
			WindFromDeg: ptr(270.0), Exposure: "open", SunH: ptr(9.0), ServicesMarked: true, OverheadLine: true,
			Frost: planting.FrostDays{First: ptr(288), Last: ptr(118)}},
		Today: planting.Today{DayOfYear: 329, HighC: 31, Ground: "workable", Buds: "dormant"},
	}
	if change != nil {
		change(&in)
	}
	plan, err := planting.Make(rules.House{}, in)
	require.NoError(t, err)
	day := time.Date(2026, 11, 25, 0, 0, 0, 0, time.UTC)
	events := care.Calendar(care.Facts{Planted: day, Berm: plan.Berm, MulchMM: plan.MulchMM, DoseL: plan.Basin.DoseL, DepthInDoubt: true, GrownForFruit: true,
		OldWood: true, CaliperMM: 32, FirstFrostDay: ptr(288), LastFrostDay: ptr(118), StakeMonths: plan.Stake.RemoveAfterMonths, Tender: true, Evergreen: true})
	return paper.Sheet{Number: 118, Series: "a-sheet-of-ours", Customer: "Petra Averill", Address: "8 Tannery Lane", SpotName: "front lawn", Tag: "K74-QDX", Common: "Hornbeam",
		Botanical: "Carpinus betulus", LotNumber: 14, IssuedAt: day, IssuedBy: "Bram Okonedo", PlantingOn: day, Marked: "Services marked: LM-1",
		Done: []string{"66 mm cleared off the top (Ilsa Tarrow)", "19 mm shaved off the side (Ilsa Tarrow)"}, SignedReason: "the customer's wish",
		CoreVersion: rules.CoreVersion, Input: in, Plan: plan, Words: s.Plan(in, plan, events)}
}

func run(t *testing.T, name string, args ...string) string {
	t.Helper()
	out, err := exec.Command(name, args...).CombinedOutput()
	require.NoError(t, err, string(out))
	return string(out)
}

func pdf(t *testing.T, s words.Speaker, sh paper.Sheet, size string) (file, text string) {
	t.Helper()
	raw, err := paper.SheetPDF(s, paper.House{}, sh, size, false)
	require.NoError(t, err)
	file = filepath.Join(t.TempDir(), "sheet.pdf")
	require.NoError(t, os.WriteFile(file, raw, 0o600))
	return file, strings.ReplaceAll(run(t, "pdftotext", "-raw", file, "-"), "\u00a0", " ")
}

func squash(text string) string { return strings.Join(strings.Fields(text), " ") }

// The fullest sheet there is (every caution, stake, supported ball, fruit, doubt about depth) keeps to two pages of both sizes,
// with its fonts embedded and no picture in it.
func TestTheFullestSheetIsTwoPagesOfVectors(t *testing.T) {
	for size, points := range map[string]string{"a4": "595.28 x 841.89", "letter": "612 x 792"} {
		for _, s := range speakers() {
			file, _ := pdf(t, s, sheet(t, s, nil), size)
			info := run(t, "pdfinfo", file)
			assert.Regexp(t, `Pages:\s+2\n`, info, "%s %s %s", size, s.Language, s.Units)
			assert.Contains(t, info, points)
			for _, line := range strings.Split(strings.TrimSpace(run(t, "pdffonts", file)), "\n")[2:] {
				assert.Regexp(t, `TrueType.*yes`, line)
			}
			assert.Len(t, strings.Split(strings.TrimSpace(run(t, "pdfimages", "-list", file)), "\n"), 2, "only the heading: no pictures")
		}
	}
}

// With all that a calendar may say later of a tree it is two pages still, and says it.
func TestASheetOfManyDatesIsTwoPages(t *testing.T) {
	for _, s := range speakers() {
		sh := sheet(t, s, func(in *planting.Input) {
			sun := 10.0
			in.Spot.Trained, in.Spot.Gnawing, in.Spot.SunH = true, true, &sun
			in.Tree.Found.LeaderTied, in.Kind.BarkTender, in.Kind.StemsForColour = true, true, true
		})
		f := care.FactsOf(rules.House{}, sh.PlantingOn, sh.Input, sh.Plan)
		f.Tender, f.Evergreen, f.FedMonths = true, true, 6
		sh.Words = s.Plan(sh.Input, sh.Plan, care.Calendar(f))
		codes := map[string]bool{}
		for _, c := range sh.Words.Care {
			codes[string(c.Code)] = true
		}
		for _, code := range []string{"tie-in", "paint-look", "guard-look", "leader-off", "stems-low"} {
			assert.True(t, codes[code], code)
		}
		file, _ := pdf(t, s, sh, "letter")
		assert.Regexp(t, `Pages:\s+2\n`, run(t, "pdfinfo", file), "%s %s", s.Language, s.Units)
	}
}

// A bare root has a sheet of its own: a cone to spread it over, and no pot to take off.
func TestABareRootsSheetSpeaksOfRoots(t *testing.T) {
	s := words.For("en-US", words.Metric)
	sh := sheet(t, s, func(in *planting.Input) {
		in.Tree.Form, in.Tree.BallDiameterMM, in.Tree.BallHeightMM, in.Tree.SupportBall = stock.BareRoot, 350, 280, false
	})
	file, text := pdf(t, s, sh, "letter")
	flat := squash(text)
	assert.Contains(t, flat, "spread the roots over")
	assert.Contains(t, flat, "Find the root flare: here the trunk widens into its top main roots")
	assert.NotContains(t, flat, "Tip it out")
	assert.Regexp(t, `Pages:\s+2\n`, run(t, "pdfinfo", file))
}

// What the paper says is what the plan computed.
func TestPaperSaysThePlansFigures(t *testing.T) {
	for _, s := range speakers() {
		for _, size := range []string{"a4", "letter"} {
			saysThePlan(t, s, size)
		}
	}
}

func saysThePlan(t *testing.T, s words.Speaker, size string) {
	t.Helper()
	sh := sheet(t, s, nil)
	_, text := pdf(t, s, sh, size)
	flat := squash(text)
	for _, want := range []string{sh.Words.Headline, s.Say("sheet.number", map[string]any{"number": 118}), "K74-QDX", "Petra Averill", "Services marked: LM-1", "66 mm cleared off the top", "the customer's wish"} {
		assert.Contains(t, flat, want)
	}
	for _, mm := range []float64{sh.Plan.Hole.HoleDepthMM, sh.Plan.Hole.HoleTopMM, sh.Plan.Hole.StickMM} {
		assert.Contains(t, strings.ReplaceAll(flat, " ", " "), strings.ReplaceAll(s.Measure(planting.Measure{Value: mm, Unit: "mm"}), " ", " "))
	}
	w := sh.Words.Sheet
	at := 0
	for _, panel := range w.Panels {
		for _, said := range slices.Concat(panel.Cautions, []string{panel.Figure}, panel.Texts) {
			next := strings.Index(flat[at:], plain(said))
			require.GreaterOrEqual(t, next, 0, "%s after %q", said, flat[max(0, at-40):at])
			at += next
		}
	}
	for _, h := range w.Hurts {
		assert.Contains(t, flat, plain(h.Text))
	}
	for _, o := range w.Odd {
		assert.Contains(t, flat, plain(o.Do))
	}
	for _, line := range slices.Concat(w.Kit, w.Until, w.Never[1:], []string{w.Pour, w.Where, w.Then, w.Finger}) {
		assert.Contains(t, flat, plain(line))
	}
	for _, step := range sh.Words.Steps { // every caution of every step, as often as it is said
		for _, c := range step.Cautions {
			assert.True(t, strings.Contains(flat, plain(c)) || c == s.Say("caution.street-soil", nil), c)
		}
	}
}

// plain is a text as it is read back from a paper.
func plain(text string) string { return squash(strings.ReplaceAll(text, "\u00a0", " ")) }

// What somebody signed for stands on the first page: what is wrong, what will happen, and why it is done all the same.
func TestWhatStandsAgainstItIsOnTheFirstPage(t *testing.T) {
	s := words.For("en-US", words.Metric)
	sh := sheet(t, s, func(in *planting.Input) {
		in.Standing.Excluded = []fit.Factor{fit.Cold}
		in.Standing.MeetsAtOnce = []ground.Neighbour{ground.NeighbourPaving, ground.NeighbourDrain}
	})
	file, _ := pdf(t, s, sh, "a4")
	first := squash(run(t, "pdftotext", "-l", "1", file, "-"))
	for _, want := range []string{"Against our advice:", "The winters are too cold for this kind.", "A hard winter will cut it back or kill it.", "from the first day: paving and drain.", "the customer's wish"} {
		assert.Contains(t, first, want)
	}
	_, plain := pdf(t, s, sheet(t, s, nil), "a4")
	assert.NotContains(t, plain, "Against our advice")
}

func TestADraftWithoutMarkingSaysNotToDigAndWithholds(t *testing.T) {
	for _, s := range speakers() {
		sh := sheet(t, s, func(in *planting.Input) { in.Spot.ServicesMarked = false })
		sh.Number, sh.Marked = 0, ""
		_, text := pdf(t, s, sh, "letter")
		flat := strings.ReplaceAll(squash(text), " ", " ")
		assert.Contains(t, flat, s.Say("sheet.not-to-dig", nil))
		assert.Contains(t, flat, s.Say("step.locked", nil))
		marked := sheet(t, s, nil).Plan.Hole
		for _, mm := range []float64{marked.HoleDepthMM, marked.HoleTopMM} {
			assert.NotContains(t, flat, strings.ReplaceAll(s.Measure(planting.Measure{Value: mm, Unit: "mm"}), " ", " ")+" ")
		}
	}
}

func TestCalendarFileIsReadBack(t *testing.T) {
	s := words.For("en-GB", words.Metric)
	sh := sheet(t, s, nil)
	text := paper.CareCalendar(s, paper.House{}, sh)
	back, err := ics.ParseCalendar(strings.NewReader(text))
	require.NoError(t, err)
	require.Len(t, back.Events(), len(sh.Words.Care))
	ids := map[string]bool{}
	for i, e := range back.Events() {
		start, err := e.GetAllDayStartAt()
		require.NoError(t, err)
		assert.Equal(t, sh.Words.Care[i].From.Format(time.DateOnly), start.Format(time.DateOnly))
		assert.False(t, ids[e.Id()])
		ids[e.Id()] = true
		assert.Equal(t, "TRANSPARENT", e.GetProperty(ics.ComponentPropertyTransp).Value, "free time stays free")
		again := e.GetProperty(ics.ComponentPropertyRrule)
		c := sh.Words.Care[i]
		assert.Equal(t, c.EveryDays > 0, again != nil, c.Code)
		if again != nil {
			assert.Equal(t, fmt.Sprintf("FREQ=DAILY;INTERVAL=%d;UNTIL=%s", c.EveryDays, c.To.AddDate(0, 0, -1).Format("20060102")), again.Value)
		}
	}
	// A revision keeps the identities and counts up; a withdrawn sheet takes its entries away.
	revised := sh
	revised.Revision = 1
	next, err := ics.ParseCalendar(strings.NewReader(paper.CareCalendar(s, paper.House{}, revised)))
	require.NoError(t, err)
	for _, e := range next.Events() {
		assert.True(t, ids[e.Id()])
		assert.Equal(t, "1", e.GetProperty(ics.ComponentPropertySequence).Value)
	}
	ended := sh
	ended.Ended, ended.EndedAt = "Withdrawn.", &sh.IssuedAt
	gone, err := ics.ParseCalendar(strings.NewReader(paper.CareCalendar(s, paper.House{}, ended)))
	require.NoError(t, err)
	assert.Contains(t, gone.Serialize(), "METHOD:CANCEL")
	for _, e := range gone.Events() {
		assert.True(t, ids[e.Id()])
		assert.Equal(t, "CANCELLED", e.GetProperty(ics.ComponentPropertyStatus).Value)
	}
	other := sh
	other.Series = "another-sheet"
	for _, e := range func() []*ics.VEvent {
		c, err := ics.ParseCalendar(strings.NewReader(paper.CareCalendar(s, paper.House{}, other)))
		require.NoError(t, err)
		return c.Events()
	}() {
		assert.False(t, ids[e.Id()], "two sheets share no identity")
	}
	for _, line := range strings.Split(text, "\r\n") {
		assert.LessOrEqual(t, len(line), 75, "RFC 5545 folds lines")
	}
}

// A sheet that holds no more says so before anything else, with why.
func TestAWithdrawnSheetSaysSoOnPaper(t *testing.T) {
	s := words.For("en-US", words.Metric)
	sh := sheet(t, s, nil)
	sh.Ended = "Withdrawn on November 28, 2026: they wait for spring."
	_, text := pdf(t, s, sh, "a4")
	flat := squash(text)
	assert.Contains(t, flat, "NOT VALID")
	assert.Contains(t, flat, "they wait for spring")
	assert.Less(t, strings.Index(flat, "NOT VALID"), strings.Index(flat, "Hornbeam"))
}

// On a revision what is other than before is marked, in the list at the top and over its picture; what is the same is not.
func TestARevisionMarksWhatChanged(t *testing.T) {
	s := words.In("en-US", words.Metric)
	sh := sheet(t, s, nil)
	before := 117
	sh.Replaces, sh.Changed = &before, map[planting.PanelCode]bool{planting.PanelMulch: true, planting.PanelFill: true}
	_, text := pdf(t, s, sh, "a4")
	flat := squash(text)
	assert.Contains(t, flat, "This sheet replaces sheet 117. Changed since sheet 117: 43 L back; 50 mm of mulch.")
	assert.Equal(t, 2, strings.Count(flat, " changed "))
	sh.Changed = nil
	_, text = pdf(t, s, sh, "a4")
	assert.Contains(t, squash(text), "Since sheet 117 nothing of the planting has changed.")
}
