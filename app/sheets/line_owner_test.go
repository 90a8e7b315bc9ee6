package sheets_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/ground"
	"sedum/app/match"
	"sedum/app/sheets"
	core "sedum/core/ground"
	"sedum/core/planting"
	"sedum/core/stock"
	"sedum/kernel"
)

// near puts things near a spot, as an advisor does.
func near(w *World, customer string, list ...core.Obstacle) string {
	s := w.SpotOf(customer)
	change := ground.Change{Version: s.Version, SiteVersion: s.SiteVersion, Name: s.Name, LatDeg: s.LatDeg, Ground: s.Ground, Climate: s.Climate}
	change.Ground.Obstacles, change.Ground.RoomLooked = list, true
	w.Deed(w.Advisor, "save-spot", ByID(s.ID), change)
	return s.ID
}

func line(distance, height float64) core.Obstacle {
	return core.Obstacle{Kind: core.NeighbourLine, DistanceM: &distance, HeightM: &height, ClearanceM: Ptr(3.0)}
}

// tallTree is a serviceberry of three metres, looked at and for sale.
func tallTree(w *World) string {
	tag := w.TreesOf(w.TakeIn(LotOf("Downy serviceberry", stock.Container, 1))[0])[0].Tag
	look := SoundLook()
	look.HeightM = Ptr(3.0)
	w.SaveLook(tag, look)
	require.Equal(w.T, stock.ForSale, w.Tree(tag).State)
	return tag
}

// Tall stock 9 m from a line that it will never reach: its owner's answer in writing comes first, and no signature replaces it. An answer
// that is taken back, or a line that turns out nearer, asks again; whoever opens the sheet is told.
func TestTheLinesOwnerAnswersFirst(t *testing.T) {
	w := Open(t)
	i := ask(w, "Petra Averill")
	spot := near(w, "Petra Averill", line(9, 8))
	i.Tag = tallTree(w)
	i.TreeVersion, i.SignedReason = w.Tree(i.Tag).Version, "I asked them on the telephone"
	_, err := issue(w, w.Manager, i)
	Refused(t, err, "line-owner")
	drawn, err := Did[sheets.Planned](w, w.Advisor, "plan", kernel.None{}, i.PlanAsk)
	require.NoError(t, err, "it may be drawn")
	require.Len(t, drawn.First, 1)
	answer := ground.NewLineAnswer{Owner: "Valley Power", Reference: "VP-771", Answer: "by hand, nothing over 4 m", AnsweredOn: "2026-11-30", KeepM: Ptr(4.0)}
	require.Error(t, w.Err(w.Advisor, "record-line-answer", ByID(spot), answer), "nobody answers tomorrow")
	answer.AnsweredOn = "2026-11-23"
	w.Deed(w.Advisor, "record-line-answer", ByID(spot), answer)
	number, err := issue(w, w.Advisor, i)
	require.NoError(t, err)
	assert.Equal(t, []string{"held-until"}, codes(Saw[sheets.Page](w, "see-sheet", ByNumber(number)).Now))
	given := w.SpotOf("Petra Averill").Reading.LineAnswer
	require.NotNil(t, given)
	w.Deed(w.Advisor, "take-back-line-answer", ground.OfSpot{ByID: ByID(spot), Record: given.ID}, ground.TakenBack{Reason: "it was another line"})
	assert.Contains(t, codes(Saw[sheets.Page](w, "see-sheet", ByNumber(number)).Now), "ground")
	assert.Nil(t, w.SpotOf("Petra Averill").Reading.LineAnswer)
	w.Deed(w.Advisor, "record-line-answer", ByID(spot), answer)
	near(w, "Petra Averill", line(8, 8))
	assert.Nil(t, w.SpotOf("Petra Averill").Reading.LineAnswer, "it was about another line")
	near(w, "Petra Averill")
	Refused(t, w.Err(w.Advisor, "record-line-answer", ByID(spot), answer), "no-line-here")
}

// One judgement of "can it stand here": whatever the place, what the match excludes has no plan without a signature, and what it offers
// has one, or waits for a record that both name.
func TestMatchAndPlanNeverDisagree(t *testing.T) {
	w := Open(t)
	customer := "Petra Averill"
	i := ask(w, customer)
	tags := map[string]string{}
	for _, kind := range []string{"Downy serviceberry", "Honey locust", "Swamp willow"} {
		tags[kind] = w.TreesOf(w.TakeIn(LotOf(kind, stock.Container, 1))[0])[0].Tag
		w.SaveLook(tags[kind], SoundLook())
	}
	for name, change := range map[string]func(*ground.Change){
		"as it is": func(*ground.Change) {},
		"steep": func(s *ground.Change) {
			s.Ground.Sloping, s.Ground.SlopeFallMM, s.Ground.SlopeOverM = true, Ptr(900.0), Ptr(1.0)
		},
		"under a line": func(s *ground.Change) { s.Ground.Obstacles = []core.Obstacle{line(2, 6)} },
		"far line":     func(s *ground.Change) { s.Ground.Obstacles = []core.Obstacle{line(9.5, 9)} },
		"far too cold": func(s *ground.Change) { s.Climate.MinC = Ptr(-45.0) },
		"on the paving": func(s *ground.Change) {
			s.Ground.Obstacles = []core.Obstacle{{Kind: core.NeighbourPaving, DistanceM: Ptr(0.4)}}
		},
		"dry, no water":  func(s *ground.Change) { s.Ground.Water, s.Climate.SummerDeficitMM = core.WaterNone, Ptr(260.0) },
		"in deep shade":  func(s *ground.Change) { s.Ground.SunH = Ptr(0.5) },
		"nobody's light": func(s *ground.Change) { s.Ground.SunH, s.Climate.MinC = nil, nil },
	} {
		s := w.SpotOf(customer)
		c := ground.Change{Version: s.Version, SiteVersion: s.SiteVersion, Name: s.Name, LatDeg: s.LatDeg, Ground: s.Ground, Climate: s.Climate}
		before := c
		change(&c)
		w.Deed(w.Advisor, "save-spot", ByID(s.ID), c)
		ranked, err := Did[match.Ranked](w, w.Advisor, "match", match.Ask{ByID: ByID(s.ID)}, kernel.None{})
		require.NoError(t, err)
		for _, k := range ranked.Kinds {
			tag, ok := tags[k.Common]
			if !ok {
				continue
			}
			i.Tag = tag
			p, err := Did[sheets.Planned](w, w.Advisor, "plan", kernel.None{}, i.PlanAsk)
			require.NoError(t, err, name)
			var against []string
			for _, each := range k.Against {
				against = append(against, each.Text)
			}
			switch {
			case p.Plan.Refused != "":
				assert.EqualValues(t, "excluded", k.Mark, "%s, %s", name, k.Common)
				assert.Equal(t, []string{p.Words.Why}, against, "%s, %s: the same is said", name, k.Common)
			case k.Mark == "excluded":
				assert.NotEmpty(t, p.Stops, "%s, %s", name, k.Common)
				fallthrough
			default:
				var said []string
				for _, each := range append(p.First, p.Stops...) {
					if each.Code != string(planting.StopRisky) { // of the day, not of the place
						said = append(said, each.Text)
					}
				}
				assert.Equal(t, said, against, "%s, %s: the same is said", name, k.Common)
			}
			assert.Equal(t, k.Mark == "excluded", len(k.Trees) == 0, "%s, %s", name, k.Common)
		}
		now := w.SpotOf(customer)
		before.Version, before.SiteVersion = now.Version, now.SiteVersion
		w.Deed(w.Advisor, "save-spot", ByID(s.ID), before)
	}
}

// A spot for which a sheet holds a tree is not taken off the lists under it: the sheet is withdrawn first.
func TestASpotUnderASheetStays(t *testing.T) {
	w := Open(t)
	i := ask(w, "Petra Averill")
	number, err := issue(w, w.Advisor, i)
	require.NoError(t, err)
	back := ground.TakenBack{Reason: "they moved away"}
	Refused(t, w.Err(w.Advisor, "take-back-spot", ByID(i.SpotID), back), "sheet-plants-here")
	w.Deed(w.Advisor, "withdraw-sheet", ByNumber(number), sheets.Withdrawal{Reason: "they moved away"})
	w.Deed(w.Advisor, "take-back-spot", ByID(i.SpotID), back)
}
