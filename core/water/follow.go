package water

import (
	"math"
	"time"

	"sedum/core/climate"
	"sedum/core/num"
	"sedum/core/rules"
	"sedum/core/station"
)

// Advice is what is told of a tree's water on a day.
type Advice string

// The words of Advice.
const (
	WaterNow   Advice = "water-now"
	WaterTwice Advice = "water-twice"
	NotYet     Advice = "not-yet"
	TooWet     Advice = "too-wet"
)

// All lists them.
func (Advice) All() []Advice { return []Advice{WaterNow, WaterTwice, NotYet, TooWet} }

// Felt is what a finger beside the ball says.
type Felt string

// All lists them.
func (Felt) All() []Felt { return []Felt{"wet", "moist", "dry"} }

// Way is how water was given; "" is that nobody said.
type Way string

// All lists them: from a can or hose, into a bag that lets it out over hours, into a pipe beside the ball.
func (Way) All() []Way { return []Way{"can", "bag", "pipe"} }

// Entry is something somebody did or felt at the tree on a day: water given, or a finger test.
type Entry struct {
	Date   time.Time
	GivenL float64
	Felt   Felt
}

// Followed is a tree with its place, as it is followed.
type Followed struct {
	Tree
	Year
	Planted time.Time
	// HotMM is the greatest reference evapotranspiration of a day in each month of the station's record, 0 while nobody knows.
	HotMM [12]float64
	// SlowDays is how long the ground keeps what is over the store after a soaking.
	SlowDays int
}

// Line is the store at the end of one day, and what is told the next morning.
type Line struct {
	Date time.Time `json:"date"`
	Leaf Leaf      `json:"leaf"`
	// UseL, RainL and GivenL are what went out and came in; FillL is what would fill it now.
	UseL   float64 `json:"use_l" decimals:"2"`
	RainL  float64 `json:"rain_l" decimals:"2"`
	GivenL float64 `json:"given_l" decimals:"1"`
	Store
	FillL    float64        `json:"fill_l" decimals:"1"`
	FullDays int            `json:"full_days"`
	Advice   Advice         `json:"advice"`
	Felt     Felt           `json:"felt,omitempty" optional:"true"`
	Moved    float64        `json:"moved" decimals:"2" doc:"by how much of its capacity a finger test moved the store"`
	Temps    station.Filled `json:"temps" optional:"true"`
	Rain     station.Filled `json:"rain" optional:"true"`
}

const (
	// fullShare is from where a store counts as full.
	fullShare = 0.95
	// dormantFill is how full a leafless tree is watered: it uses so little that a full ball would stand full for weeks.
	dormantFill = 0.8
	// hotterYet is by how much a day may be hotter than any of the record, and than any of the last fortnight where there is none.
	hotterYet, unknownYet = 1.15, 1.6
	// wetFrom and moistFrom are where the store stands at least when a finger feels it so, and dryTo at most.
	wetFrom, moistFrom, dryTo = 0.95, 0.55, 0.5
)

// hardestL is the most that the leaves can be expected to use on the next day.
func (f Followed) hardestL(h rules.House, day time.Time, leaf Leaf, recent []float64) float64 {
	most := 0.0
	for _, mm := range recent {
		most = math.Max(most, mm*unknownYet)
	}
	if hot := f.HotMM[day.Month()-1]; hot > 0 {
		most = hot * hotterYet
	}
	return most * leaf.Coefficient(h) * f.CanopyAreaM2
}

// Thirsty tells whether on the hardest day of a month a tree in full leaf uses more than half of what its ball alone holds.
func (f Followed) Thirsty(h rules.House, m time.Month) bool {
	leaf := FullLeaf
	if f.Evergreen {
		leaf = Evergreen
	}
	return num.Over(f.HotMM[m-1]*hotterYet*leaf.Coefficient(h)*f.CanopyAreaM2, 0.5*f.capacityL(h, 0))
}

// Follow goes through the days of a record from planting. The store starts full, is owed water when it has fallen to half or when the next
// hot day would take it under the danger line, and is told to be left alone when it has stood full for too long. A finger test moves it: it is
// nearer the roots than any reckoning.
//
// Errors: fault.List for a day that cannot be.
func Follow(h rules.House, f Followed, days []station.DayWeather, entries []Entry) ([]Line, error) {
	on := map[string][]Entry{}
	for _, e := range entries {
		on[e.Date.Format(time.DateOnly)] = append(on[e.Date.Format(time.DateOnly)], e)
	}
	out := make([]Line, 0, len(days))
	walk := Begin(h, f)
	for _, d := range days {
		if d.Date.Before(f.Planted) {
			continue
		}
		line, err := walk.Day(d, on[d.Date.Format(time.DateOnly)])
		if err != nil {
			return nil, err
		}
		out = append(out, line)
	}
	return out, nil
}

// Walk is a tree on its way through the days.
type Walk struct {
	house      rules.House
	tree       Followed
	store      Store
	full, held int
	// recent is the reference evapotranspiration of the last days, mm.
	recent []float64
}

// Begin is the day of planting: watered in.
func Begin(h rules.House, f Followed) *Walk { return &Walk{house: h, tree: f, store: f.Full(h)} }

// Day goes on by one day. What was given was given in its morning, before the leaves used anything; a finger was put in in its evening.
func (w *Walk) Day(d station.DayWeather, entries []Entry) (Line, error) {
	f, h := w.tree, w.house
	leaf := f.On(d.Date)
	line := Line{Date: d.Date, Leaf: leaf, Temps: d.Temps, Rain: d.Rain}
	s := w.store
	for _, e := range entries {
		line.GivenL += e.GivenL
	}
	s.StoreL = math.Min(s.CapacityL, s.StoreL+line.GivenL)
	next, use, err := f.After(h, s, Weather{DayOfYear: climate.DayOf(d.Date), TMaxC: d.MaxC, TMinC: d.MinC, RainMM: d.RainMM, Leaf: leaf})
	if err != nil {
		return Line{}, err
	}
	line.UseL, line.RainL = use, f.RainL(h, d.RainMM, next.ReachMM)
	w.recent = append(w.recent, use/(leaf.Coefficient(h)*f.CanopyAreaM2))
	w.recent = w.recent[max(0, len(w.recent)-14):]
	if line.RainL > 0 && s.StoreL+line.RainL > next.CapacityL+use { // more came than it holds
		w.held = f.SlowDays
	}
	if w.held > 0 {
		w.held--
		next.StoreL = next.CapacityL
	}
	for _, e := range entries {
		if e.Felt != "" {
			before := next.Share()
			next.StoreL = e.Felt.share(next.Share()) * next.CapacityL
			line.Felt, line.Moved = e.Felt, line.Moved+next.Share()-before
		}
	}
	w.store = next
	if num.AtLeast(next.Share(), fullShare) {
		w.full++
	} else {
		w.full = 0
	}
	line.Store, line.FullDays = next, w.full
	line.Advice, line.FillL = f.advise(h, next, w.full, d.Date.AddDate(0, 0, 1), w.recent)
	return line, nil
}

// share is how full a store is that was reckoned so full and feels like this.
func (felt Felt) share(reckoned float64) float64 {
	switch felt {
	case "wet":
		return math.Max(reckoned, wetFrom)
	case "moist":
		return num.Hold(reckoned, moistFrom, wetFrom)
	case "dry":
		return math.Min(reckoned, dryTo)
	}
	return reckoned
}

// advise is what is told after a day, and with how much the store is filled.
func (f Followed) advise(h rules.House, s Store, full int, next time.Time, recent []float64) (Advice, float64) {
	leaf := f.On(next)
	hardest := f.hardestL(h, next, leaf, recent)
	to := s.CapacityL
	if leaf == Leafless {
		to *= dormantFill
	}
	fill := math.Max(0, to-s.StoreL)
	twice := num.Over(hardest, 0.5*s.CapacityL)
	switch {
	case num.Over(float64(full), h.Value(rules.WaterFullDays)) && !twice:
		return TooWet, 0
	case s.Owed(h) || num.Under(s.StoreL-hardest, h.Value(rules.WaterLostShare)*s.CapacityL):
		if twice {
			return WaterTwice, fill
		}
		return WaterNow, fill
	}
	return NotYet, fill
}
