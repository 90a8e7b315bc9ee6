// Package visit is what is seen at a planted tree when somebody goes to look (handbook, aftercare.md, "Visits and troubles").
package visit

import (
	"slices"
	"time"

	"sedum/core/fault"
	"sedum/core/num"
	"sedum/core/trouble"
	"sedum/core/water"
)

// Alive is what became of it; "" is not looked.
type Alive string

// The words of Alive.
const (
	Living Alive = "living"
	Dead   Alive = "dead"
	Gone   Alive = "gone"
)

// All lists them.
func (Alive) All() []Alive { return []Alive{Living, Dead, Gone} }

// Leaves is how its leaves look.
type Leaves string

// All lists them.
func (Leaves) All() []Leaves {
	return []Leaves{"sound", "yellow", "brown-edges", "spotted", "wilting", "none"}
}

// Flare is what is seen of it.
type Flare string

// All lists them.
func (Flare) All() []Flare { return []Flare{"visible", "buried", "under-mulch"} }

// Stake is how it stands.
type Stake string

// All lists them.
func (Stake) All() []Stake { return []Stake{"none", "fine", "loose", "broken"} }

// Tie is how it sits.
type Tie string

// All lists them.
func (Tie) All() []Tie { return []Tie{"none", "slack", "tight", "cutting-in"} }

// Guard is how it sits.
type Guard string

// All lists them.
func (Guard) All() []Guard { return []Guard{"none", "fine", "tight"} }

// Mulch is how it lies.
type Mulch string

// All lists them.
func (Mulch) All() []Mulch { return []Mulch{"right", "thin", "against-trunk"} }

// Grass is how the ring is kept.
type Grass string

// All lists them.
func (Grass) All() []Grass { return []Grass{"ring-kept", "grown-in"} }

// Damage is what was done to it.
type Damage string

// All lists them.
func (Damage) All() []Damage {
	return []Damage{"mower", "gnawed", "sunscald", "broken-branch", "frost", "deliberate"}
}

// Says is what whoever lives with it says of it, one of three.
type Says string

// All lists them.
func (Says) All() []Says { return []Says{"well", "unsure", "odd"} }

// Facts are what was seen; what nobody looked at is left out, and stands for nothing.
type Facts struct {
	Alive   Alive    `json:"alive,omitempty" optional:"true"`
	ShootMM *float64 `json:"shoot_mm,omitempty" minimum:"0" maximum:"3000" doc:"this year's growth of the leader or the longest shoot"`
	Leaves  Leaves   `json:"leaves,omitempty" optional:"true"`
	// TopSoil, MiddleSoil and DeepSoil are how the soil of the ball feels at 50 mm, at half its depth, and at its base.
	TopSoil    water.Felt `json:"top_soil,omitempty" optional:"true"`
	MiddleSoil water.Felt `json:"middle_soil,omitempty" optional:"true"`
	DeepSoil   water.Felt `json:"deep_soil,omitempty" optional:"true"`
	Flare      Flare      `json:"flare,omitempty" optional:"true"`
	LeanDeg    *float64   `json:"lean_deg,omitempty" minimum:"0" maximum:"90"`
	LeanTo     *float64   `json:"lean_to_deg,omitempty" minimum:"0" maximum:"360" doc:"where its top leans to"`
	Rocks      *bool      `json:"rocks,omitempty"`
	Stake      Stake      `json:"stake,omitempty" optional:"true"`
	Tie        Tie        `json:"tie,omitempty" optional:"true"`
	Guard      Guard      `json:"guard,omitempty" optional:"true"`
	Mulch      Mulch      `json:"mulch,omitempty" optional:"true"`
	Grass      Grass      `json:"grass,omitempty" optional:"true"`
	// Damage left out is not looked; an empty list is none.
	Damage *[]Damage `json:"damage,omitempty" maxItems:"6"`
	// Says is the customer's own word.
	Says Says   `json:"says,omitempty" optional:"true"`
	Note string `json:"note,omitempty" maxLength:"500"`
}

// Check tells what cannot be used of it: a visit says at least one thing.
func (f Facts) Check() fault.List {
	l := fault.Check(f)
	if f.Looked() == 0 && f.Note == "" {
		l.Add("alive", fault.Required, nil)
	}
	if f.LeanTo != nil && f.LeanDeg == nil {
		l.Add("lean_deg", fault.Required, nil)
	}
	return l
}

// Looked is how many things were looked at.
func (f Facts) Looked() int {
	n := 0
	for _, each := range []bool{f.Alive != "", f.ShootMM != nil, f.Leaves != "", f.TopSoil != "", f.MiddleSoil != "", f.DeepSoil != "", f.Flare != "", f.LeanDeg != nil, f.Rocks != nil, f.Stake != "", f.Tie != "",
		f.Guard != "", f.Mulch != "", f.Grass != "", f.Damage != nil, f.Says != ""} {
		if each {
			n++
		}
	}
	return n
}

// Wants is something that a visit found and that wants doing.
type Wants string

// All lists them, what hurts soonest first.
func (Wants) All() []Wants {
	return []Wants{"cut-tie", "answer-them", "loosen-tie", "loosen-guard", "mend-stake", "firm-base", "clear-flare", "pull-mulch", "water-ball", "stop-water", "clear-grass", "find-cause", "plumb"}
}

// Urgent tells whether somebody is to go for it before the next planned look.
func (w Wants) Urgent() bool {
	all := w.All()
	return slices.Index(all, w) <= slices.Index(all, "firm-base")
}

// leansMuch is from where a lean is set right.
const leansMuch = 5

// Wanted lists what a visit's facts ask for; what was not looked at asks for nothing.
func Wanted(f Facts) []Wants {
	if f.Alive == Dead || f.Alive == Gone {
		return []Wants{}
	}
	dry := f.MiddleSoil == "dry" || f.DeepSoil == "dry"
	wet := f.MiddleSoil == "wet" && f.DeepSoil == "wet"
	ill := f.Leaves != "" && f.Leaves != "sound" && f.Leaves != "none"
	is := map[Wants]bool{
		"cut-tie": f.Tie == "cutting-in", "loosen-tie": f.Tie == "tight", "loosen-guard": f.Guard == "tight", "mend-stake": f.Stake == "loose" || f.Stake == "broken", "firm-base": f.Rocks != nil && *f.Rocks,
		"clear-flare": f.Flare == "buried", "pull-mulch": f.Mulch == "against-trunk" || f.Flare == "under-mulch", "water-ball": dry, "stop-water": wet, "clear-grass": f.Grass == "grown-in", "find-cause": ill,
		"answer-them": f.Says == "odd" || f.Says == "unsure",
		"plumb":       f.LeanDeg != nil && num.AtLeast(*f.LeanDeg, leansMuch),
	}
	out := []Wants{}
	for _, w := range Wants("").All() {
		if is[w] {
			out = append(out, w)
		}
	}
	return out
}

// feltDays is for how long what a finger felt tells of the soil: after a week sun and rain have made it another.
const feltDays = 7

// SoilStill is what a look says of the soil on a later day: nothing once a week has gone by, and not that it is dry once somebody has watered since.
// That it was wet stands: more water makes it no drier.
func (f Facts) SoilStill(felt, today time.Time, wateredSince bool) Facts {
	for _, at := range []*water.Felt{&f.TopSoil, &f.MiddleSoil, &f.DeepSoil} {
		if today.Sub(felt) > feltDays*24*time.Hour || wateredSince && *at == "dry" {
			*at = ""
		}
	}
	return f
}

// FeltSoil tells whether somebody put a finger or a probe into the soil at all.
func (f Facts) FeltSoil() bool { return f.TopSoil != "" || f.MiddleSoil != "" || f.DeepSoil != "" }

// Growth is how a year's shoot stands against what its kind does.
type Growth string

// The words of Growth; "" is not known.
const (
	GrowthFair  Growth = "fair"
	GrowthShort Growth = "short"
)

// All lists them.
func (Growth) All() []Growth { return []Growth{GrowthFair, GrowthShort} }

// shortShare is under which part of its kind's yearly growth a shoot is short; in its first year after planting a tree grows roots, and half of that is.
const shortShare = 0.4

// GrowthOf holds a shoot against the growth of its kind: the height at ten years in ten equal parts. Planted for under a year it may do half.
func GrowthOf(shootMM, height10M *float64, planted, on time.Time) Growth {
	if shootMM == nil || height10M == nil {
		return ""
	}
	least := shortShare * *height10M * 100
	if on.Before(planted.AddDate(1, 0, 0)) {
		least /= 2
	}
	if num.Under(*shootMM, least) {
		return GrowthShort
	}
	return GrowthFair
}

// Signs are the answers that a visit gives to the questions of a trouble.
func Signs(f Facts, growth Growth) trouble.Seen {
	out := trouble.Seen{}
	put := func(q trouble.Question, a trouble.Answer) {
		if a != "" {
			out[q] = a
		}
	}
	put("leaf_colour", map[Leaves]trouble.Answer{"sound": "sound", "yellow": "yellow", "brown-edges": "brown-edges", "spotted": "spotted"}[f.Leaves])
	if f.Leaves == "wilting" {
		put("leaf_wilt", "all-day")
	}
	put("growth", map[Growth]trouble.Answer{GrowthFair: "good", GrowthShort: "short"}[growth])
	switch {
	case f.TopSoil == "dry" && f.MiddleSoil == "moist":
		put("soil_at_ball", "dry-top")
	case f.MiddleSoil != "":
		put("soil_at_ball", trouble.Answer(f.MiddleSoil))
	}
	put("flare", map[Flare]trouble.Answer{"visible": "visible", "buried": "straight", "under-mulch": "under-mulch"}[f.Flare])
	switch {
	case f.Rocks != nil && *f.Rocks:
		put("stands", "rocks")
	case f.LeanDeg != nil && num.AtLeast(*f.LeanDeg, leansMuch):
		put("stands", "leans")
	case f.Rocks != nil:
		put("stands", "firm")
	}
	put("stake", map[Stake]trouble.Answer{"none": "none", "fine": "on", "loose": "loose-or-broken", "broken": "loose-or-broken"}[f.Stake])
	put("tie", map[Tie]trouble.Answer{"none": "none-or-loose", "slack": "none-or-loose", "tight": "tight", "cutting-in": "grooved-in"}[f.Tie])
	put("mulch", map[Mulch]trouble.Answer{"right": "right", "thin": "right", "against-trunk": "against-trunk"}[f.Mulch])
	put("grass", map[Grass]trouble.Answer{"ring-kept": "ring-kept", "grown-in": "to-trunk"}[f.Grass])
	if f.Damage != nil {
		for _, d := range *f.Damage {
			put(map[Damage]trouble.Question{"mower": "base", "gnawed": "base", "sunscald": "stem"}[d], map[Damage]trouble.Answer{"mower": "ringed-clean", "gnawed": "gnawed", "sunscald": "split-sunny-side"}[d])
		}
	}
	return out
}
