package match

import (
	"fmt"
	"slices"
	"strconv"

	"sedum/core/calc"
	"sedum/core/climate"
	"sedum/core/fit"
	"sedum/core/ground"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/set"
	"sedum/core/station"
	"sedum/core/stock"
	"sedum/kernel"
	"sedum/words"
)

// Factor is one thing that the spot and the kind are held against each other by.
type Factor struct {
	Factor   fit.Factor `json:"factor"`
	Name     string     `json:"name"`
	Value    *float64   `json:"value" doc:"null when unknown"`
	Text     string     `json:"text"`
	Excludes bool       `json:"excludes"`
}

// Candidate is a tree that may be sold, held against one spot, in words.
type Candidate struct {
	Tag        string   `json:"tag"`
	Common     string   `json:"common"`
	Botanical  string   `json:"botanical"`
	LotNumber  int      `json:"lot_number"`
	PotL       float64  `json:"pot_l"`
	HeightM    float64  `json:"height_m"`
	PriceCents int      `json:"price_cents"`
	Overall    float64  `json:"overall"`
	Word       string   `json:"word"`
	Mark       fit.Mark `json:"mark"`
	// Against is what excludes it or must be signed for, before any score: empty where nothing is against it.
	Against  []kernel.Sentence `json:"against"`
	Limiting string            `json:"limiting"`
	Factors  []Factor          `json:"factors"`
	Unknown  []string          `json:"unknown"`
	Remedy   string            `json:"remedy"`
	RemedyTo *float64          `json:"remedy_overall"`
	Sizes    []ground.Size     `json:"sizes"`
	Cautions []string          `json:"cautions"`
	Form     stock.Form        `json:"form"`
	// Season says whether it can be planted today by the calendar, NextDay the first day of the year from today on; "" and 0 where nobody knows.
	Season  Season `json:"season" optional:"true"`
	NextDay int    `json:"next_day"`
	// Rootstock says what its rootstock makes of it, or that it is to be asked for; "" of a kind that the catalogue knows on none.
	Rootstock string `json:"rootstock"`
	// Carry says how heavy its ball is and who carries it, "" where nobody stated its size.
	Carry string `json:"carry"`
	// Notes are what is to be said of it there that no factor holds; Raised what it is to have been raised so, "" where nobody knows.
	Notes  []kernel.Sentence `json:"notes"`
	Raised string            `json:"raised"`
	// Beware is what of it may harm who lives there.
	Beware []kernel.Sentence `json:"beware"`
}

// Show says it in words.
func (c Judged) Show(s words.Speaker, h rules.House) Candidate {
	lot, r := c.Lot, calc.Rounded(c.Result)
	out := Candidate{
		Tag: c.Tag, Common: lot.Called(), Botanical: lot.Kind.Botanical, LotNumber: lot.Number, PotL: lot.PotL,
		HeightM: c.heightM(), PriceCents: lot.PriceCents, Overall: r.Overall, Against: c.against(s, h), Factors: []Factor{}, Unknown: []string{},
		Sizes: []ground.Size{}, Cautions: []string{}, Beware: []kernel.Sentence{}, Notes: c.notes(h, s),
	}
	if lot.Propagation != "" {
		out.Raised = s.Say("raised."+string(lot.Propagation), nil)
	}
	here := c.harmsHere(c.Here)
	for _, r := range set.All[ground.Resident]() {
		for _, harm := range here[r] {
			out.Beware = append(out.Beware, kernel.Sentence{Code: string(r) + "-" + string(harm),
				Text: s.Say("match.beware", map[string]any{"who": s.Say("resident."+string(r), nil), "harm": s.Say("short-caution."+string(harm), nil)})})
		}
	}
	out.Form, out.Season, out.NextDay, out.Rootstock, out.Carry = lot.Form, c.season(), c.NextDay, c.rootstock(s), c.carry(s, h)
	out.Mark = c.mark(h)
	out.Word = s.Say("match."+string(out.Mark), nil)
	if low, ok := r.Factors[r.Limiting]; ok && low < 1-1e-9 {
		out.Limiting = s.Say("match.limiting", map[string]any{"factor": s.Say("factor."+string(r.Limiting), nil)})
	}
	for _, f := range set.All[fit.Factor]() {
		value, known := r.Factors[f]
		switch {
		case known:
			out.Factors = append(out.Factors, Factor{f, s.Say("factor."+string(f), nil), &value, factorText(s, c, f, value), slices.Contains(r.ExcludedBy, f)})
		case slices.Contains(r.Unknown, f):
			text := s.Say("fit.unknown."+string(f), nil)
			out.Factors = append(out.Factors, Factor{f, s.Say("factor."+string(f), nil), nil, text, false})
			out.Unknown = append(out.Unknown, text)
		}
	}
	if r.Remedy != nil {
		changes := []string{}
		for _, change := range r.Remedy.Changes {
			changes = append(changes, s.Say("remedy."+string(change), map[string]any{"mm150": kernel.MM(150), "mm300": kernel.MM(300)}))
		}
		out.Remedy = s.Say("remedy.sentence", map[string]any{"changes": s.List(changes), "overall": fmt.Sprintf("%.2f", r.Remedy.Overall)})
		out.RemedyTo = &r.Remedy.Overall
	}
	if c.Room != nil {
		out.Sizes = calc.Rounded(*c.Room).Sizes
	}
	for _, caution := range lot.Kind.Facts.AllCautions() {
		out.Cautions = append(out.Cautions, s.Say("caution."+string(caution), nil))
	}
	return out
}

// against says what stands against it: that nothing is planted there whoever signs, what must be on record first, what an advisor signs for.
func (c Judged) against(s words.Speaker, h rules.House) []kernel.Sentence {
	if never := c.Stand.Never; never != "" {
		return []kernel.Sentence{{Code: string(never), Text: s.Say("refused."+string(never), nil)}}
	}
	out := []kernel.Sentence{}
	for _, harm := range c.NotWanted {
		out = append(out, kernel.Sentence{Code: "never-" + string(harm), Text: s.Say("match.never", map[string]any{"harm": s.Say("short-caution."+string(harm), nil)})})
	}
	out = append(out, SayFirst(s, h, c.Stand.First)...)
	for _, stop := range c.Stand.Sign {
		if stop == planting.StopHarms { // told as a thing to beware of
			continue
		}
		out = append(out, kernel.Sentence{Code: string(stop), Text: s.Stop(stop, c.Standing)})
	}
	return out
}

// SayFirst says what must be on record before a sheet is issued.
func SayFirst(s words.Speaker, h rules.House, needs []planting.Need) []kernel.Sentence {
	out := []kernel.Sentence{}
	for _, need := range needs {
		out = append(out, kernel.Sentence{Code: string(need), Text: s.Say("need."+string(need), map[string]any{"near": planting.Measure{Value: h.Value(rules.PlanLineNear), Unit: "m"}})})
	}
	return out
}

// factorText says the two figures that a factor compares.
func factorText(s words.Speaker, c Judged, f fit.Factor, value float64) string {
	k, site := c.Lot.Kind.Facts, c.Site
	switch f {
	case fit.Cold:
		return s.Say("fit.cold", map[string]any{"limit": kernel.Celsius(*k.ColdC), "site": kernel.Celsius(*site.MinC)})
	case fit.Heat:
		return s.Say("fit.heat", map[string]any{"limit": kernel.Celsius(*k.HeatC), "site": kernel.Celsius(*site.HotMonthC)})
	case fit.Light:
		return s.Say("fit.light", map[string]any{"low": k.Kind.SunH[1], "high": k.Kind.SunH[2], "site": *site.SunH})
	case fit.Drainage:
		id := "fit.drainage"
		if site.RaiseMM >= 150 {
			id = "fit.drainage.raised"
		}
		class := fit.RaisedDrainage(*site.Drainage, site.RaiseMM)
		return s.Say(id, map[string]any{"limit": s.Say("drainage."+string(*k.DrainageMax), nil), "site": s.Say("drainage."+string(class), nil)})
	case fit.Reaction:
		values := map[string]any{"low": k.Kind.PH[1], "high": k.Kind.PH[2]}
		if site.PH == nil {
			return s.Say("fit.ph.guess", values)
		}
		values["site"] = *site.PH
		return s.Say("fit.ph", values)
	case fit.Drought:
		dry := climate.DroughtIndex(*site.SummerDeficitMM, site.RaiseMM, *site.AvailableMMPM)
		return s.Say("fit.drought", map[string]any{"limit": *k.Drought,
			"site": s.Say(fmt.Sprintf("dryness.%d", dry), nil), "water": s.Say("water."+string(*site.Water), nil)})
	case fit.Room:
		return roomText(s, c)
	case fit.Chill:
		said := s.Say("fit.chill", map[string]any{"limit": *k.ChillNeed, "site": *site.Chill})
		if worst, last, ok := station.WorstAndLast(c.Winters); ok {
			said += " " + s.Say("fit.chill.winters", map[string]any{"worst": worst.Portions, "worst_year": strconv.Itoa(worst.Year), "last": last.Portions, "short": station.FallShort(c.Winters, *k.ChillNeed), "of": len(c.Winters)})
		}
		return said
	case fit.Pollination:
		if value < 1 {
			return s.Say("fit.pollination.short", nil)
		}
		return s.Say("fit.pollination", nil)
	case fit.Wind:
		return s.Say("fit.wind", map[string]any{"limit": s.Say("exposure."+string(*k.Wind), nil), "site": s.Say("exposure."+string(*site.Wind), nil)})
	}
	return s.Say("fit.soil."+string(k.SoilBearings[*site.SoilGroup]), map[string]any{"site": s.Say("group."+string(*site.SoilGroup), nil)})
}

func roomText(s words.Speaker, c Judged) string {
	if c.Room == nil || c.Room.FirstYear == nil {
		return s.Say("fit.room", nil)
	}
	for _, o := range c.Room.Obstacles {
		if o.FirstYear == nil || (*o.FirstYear != *c.Room.FirstYear && !(c.Site.MeetsLine && o.Kind == ground.NeighbourLine)) {
			continue
		}
		values := map[string]any{"what": s.Say("obstacle."+string(o.Kind), nil), "year": *o.FirstYear}
		switch {
		case o.Kind == ground.NeighbourLine:
			return s.Say("fit.room.line", values)
		case *o.FirstYear == 0:
			return s.Say("fit.room.now", values)
		case !c.Site.MeetsLine:
			return s.Say("fit.room.year", values)
		}
	}
	return s.Say("fit.room", nil)
}

// Season is what the calendar of a place says of planting.
type Season string

// The words of Season.
const (
	SeasonNow   Season = "now"
	SeasonRisky Season = "risky"
	SeasonFrom  Season = "from"
	SeasonNever Season = "never"
)

// All lists them.
func (Season) All() []Season { return []Season{SeasonNow, SeasonRisky, SeasonFrom, SeasonNever} }

// season says whether it can be planted today by the calendar of the place; what a day really is, is asked when it is planted.
func (c Judged) season() Season {
	switch {
	case c.CanWhen == nil:
		return ""
	case c.CanWhen[ground.WhenNow]:
		return SeasonNow
	case c.NextDay == 0:
		return SeasonNever
	case c.NowStatus == planting.WindowRisky:
		return SeasonRisky
	}
	return SeasonFrom
}

// carry says how heavy the ball of a unit is when wet and who carries it, where its size is stated.
func (c Judged) carry(s words.Speaker, h rules.House) string {
	l := c.Lot
	if l.Form == stock.BareRoot || l.BallDiameterMM <= 0 || l.BallHeightMM <= 0 {
		return ""
	}
	load := stock.Weigh(h, l.Form, l.BallDiameterMM, l.BallHeightMM, l.Medium, stock.Public)
	return s.Say("carry."+string(load.Handling), map[string]any{"mass": planting.Measure{Value: load.MassKG, Unit: "kg"}})
}

// rootstock says what the rootstock makes of a tree, or between what sizes it may grow while nobody says which it is.
func (c Judged) rootstock(s words.Speaker) string {
	if c.Stock != nil {
		return s.Say("rootstock.on", map[string]any{"name": c.Stock.Name, "size": c.Stock.SizePct})
	}
	stocks := c.Lot.Kind.Facts.Rootstocks
	if len(stocks) == 0 {
		return ""
	}
	least, most := stocks[0].SizePct, stocks[0].SizePct
	for _, r := range stocks {
		least, most = min(least, r.SizePct), max(most, r.SizePct)
	}
	return s.Say("rootstock.ask", map[string]any{"least": least, "most": most})
}
