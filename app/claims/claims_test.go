package claims_test

import (
	"context"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/claims"
	"sedum/app/outcomes"
	"sedum/app/planted"
	"sedum/app/troubles"
	"sedum/core/fault"
	"sedum/core/guarantee"
	"sedum/demo"
	"sedum/kernel"
)

var today = Ten.Format(time.DateOnly)

func ptr[T any](v T) *T { return &v }

func see(w *World, number int) claims.Page {
	return Saw[claims.Page](w, "see-claim", ByNumber(number))
}

// lost is the tree of the demo that died, with a claim for it.
func lost(t *testing.T) (*World, planted.Line) { return lostIn(t, Open(t)) }

func lostIn(t *testing.T, w *World) (*World, planted.Line) {
	require.NoError(t, demo.LoadPlanted(context.Background(), w.Kernel))
	for _, line := range Saw[planted.Lines](w, "list-planted", struct{ Limit int }{100}).Trees {
		if line.EndedOn != nil {
			return w, line
		}
	}
	require.Fail(t, "no tree of the demo is dead")
	return w, planted.Line{}
}

func sides(p claims.Page) map[guarantee.Code]guarantee.Side {
	out := map[guarantee.Code]guarantee.Side{}
	for _, each := range p.Points {
		out[each.Code] = each.Side
	}
	return out
}

// From the claim to the letter: what speaks for and against follows the facts until it is decided, and is frozen then.
func TestAClaimFollowsTheFactsUntilItIsDecided(t *testing.T) {
	w, line := lost(t)
	w.Deed(w.Advisor, "open-claim", ByID(line.ID), claims.NewClaim{AskedOn: today, Said: "it never had leaves"})
	p := see(w, 1)
	assert.Equal(t, guarantee.Open, sides(p)["cause-open"])
	assert.Equal(t, guarantee.For, sides(p)["lost"])
	assert.Equal(t, guarantee.Against, sides(p)["checked"])
	require.NotEmpty(t, p.Checks)
	assert.NotEmpty(t, p.ToDo)
	Refused(t, w.Err(w.Advisor, "open-claim", ByID(line.ID), claims.NewClaim{AskedOn: today, Said: "again"}), "claim-open")

	w.Deed(w.Advisor, "save-trouble", kernel.None{}, troubles.NewTrouble{Signs: troubles.Signs{PlantedID: line.ID, Unheard: []string{}, Seen: map[string]string{"flare": "straight"}}})
	w.Deed(w.Advisor, "decide-trouble", ByNumber(2), troubles.Decided{Cause: "planted-deep", Version: 1})
	p = see(w, 1)
	assert.Equal(t, guarantee.For, sides(p)["cause-nobodys"], "nobody said who planted it")
	w.Deed(w.Advisor, "amend-claim", ByNumber(1), claims.Amended{NewClaim: claims.NewClaim{AskedOn: p.AskedOn, Said: p.Said, PlantedBy: "customer"}, Version: 1})
	assert.Equal(t, guarantee.Against, sides(see(w, 1))["cause-theirs"])

	decided := claims.Decided{Answer: "in-part", Given: "tree", Cents: ptr(7000), Reason: "half of it is ours", Letter: "We share the price of another.", Version: 2}
	require.ErrorAs(t, w.Err(w.Manager, "decide-claim", ByNumber(1), claims.Decided{Answer: "refused", Version: 1}), new(kernel.Stale))
	w.Deed(w.Manager, "decide-claim", ByNumber(1), decided)
	before := see(w, 1)
	assert.Equal(t, "Wren Halloway", before.DecidedBy)
	assert.Empty(t, before.Since)
	w.Deed(w.Advisor, "decide-trouble", ByNumber(2), troubles.Decided{Cause: "dead-on-arrival", Version: 2})
	after := see(w, 1)
	assert.Equal(t, before.Points, after.Points, "what it was decided by stays")
	require.Len(t, after.Since, 1)
	assert.Equal(t, guarantee.Code("cause-ours"), after.Since[0].Code, "and what is known since is told")
	years := Saw[claims.Lines](w, "list-claims", struct{ Limit int }{10}).Years
	assert.Equal(t, []claims.Year{{Year: Ten.Year(), Granted: 1, Cents: 7000}}, years)

	Refused(t, w.Err(w.Manager, "decide-claim", ByNumber(1), claims.Decided{Answer: "refused", Reason: "x", Letter: "x", Version: 3}), "claim-decided")
	Refused(t, w.Err(w.Advisor, "take-back-claim", ByNumber(1), claims.Because{Reason: "x", Version: 3}), "claim-decided")
	w.Deed(w.Manager, "reopen-claim", ByNumber(1), claims.Because{Reason: "the cause is another", Version: 3})
	assert.Equal(t, guarantee.For, sides(see(w, 1))["cause-ours"])
	w.Deed(w.Advisor, "take-back-claim", ByNumber(1), claims.Because{Reason: "another tree", Version: 4})
	assert.True(t, see(w, 1).TakenBack)
	w.Deed(w.Advisor, "open-claim", ByID(line.ID), claims.NewClaim{AskedOn: today, Said: "again"})
	assert.Equal(t, 2, see(w, 2).Number)
}

// A decision says what it gives, what it costs, why, and what the letter says.
func TestADecisionIsWhole(t *testing.T) {
	w, line := lost(t)
	Fault(t, w.Err(w.Advisor, "open-claim", ByID(line.ID), claims.NewClaim{AskedOn: "2020-01-01", Said: "x"}), "asked_on", fault.AtLeast)
	Fault(t, w.Err(w.Advisor, "open-claim", ByID(line.ID), claims.NewClaim{AskedOn: today}), "said", fault.Required)
	w.Deed(w.Advisor, "open-claim", ByID(line.ID), claims.NewClaim{AskedOn: today, Said: "dead"})
	Refused(t, w.Err(w.Manager, "reopen-claim", ByNumber(1), claims.Because{Reason: "x", Version: 1}), "claim-not-decided")
	for field, d := range map[string]claims.Decided{
		"reason": {Answer: "refused", Letter: "x", Version: 1},
		"letter": {Answer: "refused", Reason: "x", Version: 1},
		"given":  {Answer: "granted", Cents: ptr(1), Reason: "x", Letter: "x", Version: 1},
		"cents":  {Answer: "granted", Given: "tree", Reason: "x", Letter: "x", Version: 1},
	} {
		Fault(t, w.Err(w.Manager, "decide-claim", ByNumber(1), d), field, fault.Required)
	}
}

// A tree whose looks nobody planned does not come to count by being claimed: it bounds what lives, and no more.
func TestAClaimIsNoDeathWithoutPlannedContact(t *testing.T) {
	w, _ := lost(t)
	var line planted.Line
	for _, each := range Saw[planted.Lines](w, "list-planted", struct{ Limit int }{100}).Trees {
		if each.Customer == "Kit Lowther" {
			line = each
		}
	}
	contact := func(on bool) error {
		page := Saw[planted.Page](w, "see-planted", ByID(line.ID))
		return w.Err(w.Advisor, "set-contact", ByID(line.ID), planted.Contacted{Contact: on, Version: page.Version})
	}
	require.NoError(t, contact(false))
	group := func() []int {
		g := Saw[outcomes.Page](w, "see-outcomes", outcomes.Ask{By: "grower"}).Groups[0]
		return []int{g.Trees, g.Deaths, g.Others}
	}
	before := group()
	w.Deed(w.Advisor, "open-claim", ByID(line.ID), claims.NewClaim{AskedOn: today, Said: "it dies"})
	Refused(t, contact(true), "contact-claimed")
	w.Deed(w.Manager, "decide-claim", ByNumber(1), claims.Decided{Answer: "granted", Given: "money", Cents: ptr(13900), Reason: "x", Letter: "x", Version: 1})
	assert.Equal(t, before, group())
	w.Deed(w.Manager, "reopen-claim", ByNumber(1), claims.Because{Reason: "x", Version: 2})
	w.Deed(w.Advisor, "take-back-claim", ByNumber(1), claims.Because{Reason: "another tree", Version: 3})
	require.NoError(t, contact(true), "a claim that nobody made keeps nothing")
}

// Whose matter a cause is counts as it was when the sheet was issued: what the house says later is for later sheets.
func TestWhoseMatterACauseIsCountsFromItsDay(t *testing.T) {
	w := Open(t)
	w.At(Ten.AddDate(-1, 0, 0))
	w.Deed(w.Manager, "change-cause", kernel.None{}, claims.NewMatter{Cause: "drought", Whose: "ours", Reason: "we water in the first summer"})
	w.At(Ten.Add(time.Minute))
	_, line := lostIn(t, w)
	w.Deed(w.Advisor, "open-claim", ByID(line.ID), claims.NewClaim{AskedOn: today, Said: "it dried out"})
	w.Deed(w.Advisor, "save-trouble", kernel.None{}, troubles.NewTrouble{Signs: troubles.Signs{PlantedID: line.ID, Unheard: []string{}, Seen: map[string]string{"flare": "straight"}}})
	w.Deed(w.Advisor, "decide-trouble", ByNumber(2), troubles.Decided{Cause: "drought", Version: 1})
	assert.Equal(t, guarantee.For, sides(see(w, 1))["cause-ours"])
	Fault(t, w.Err(w.Manager, "change-cause", kernel.None{}, claims.NewMatter{Cause: "drought", Whose: "nobodys", Reason: " "}), "reason", fault.Required)
	Fault(t, w.Err(w.Manager, "change-cause", kernel.None{}, claims.NewMatter{Cause: "none-of-these", Whose: "ours", Reason: "x"}), "cause", fault.NotAChoice)
	w.Deed(w.Manager, "change-cause", kernel.None{}, claims.NewMatter{Cause: "drought", Whose: "nobodys", Reason: "a water ban"})
	assert.Equal(t, guarantee.For, sides(see(w, 1))["cause-ours"], "its sheet was issued before")
	all := Saw[claims.Causes](w, "list-causes", kernel.None{})
	require.Len(t, all.Changes, 2)
	assert.Equal(t, []string{"a water ban", "we water in the first summer"}, []string{all.Changes[0].Reason, all.Changes[1].Reason})
	for _, c := range all.Causes {
		if c.Cause == "drought" {
			assert.Equal(t, []guarantee.Whose{"nobodys", "theirs"}, []guarantee.Whose{c.Whose, c.Ours})
		} else {
			assert.Equal(t, c.Ours, c.Whose, c.Cause)
		}
	}
}
