package stock

import (
	"math"

	"sedum/core/fault"
	"sedum/core/num"
	"sedum/core/rules"
)

// Cover is how a bare root is kept from the air.
type Cover string

// The covers, from the worst to the best.
const (
	BareSunWind Cover = "bare-sun-wind"
	BareShade   Cover = "bare-shade"
	WetCloth    Cover = "wet-cloth"
	DryBox      Cover = "dry-box"
	DampPacking Cover = "damp-packing"
	GelBag      Cover = "gel-bag"
	ColdStore   Cover = "cold-store"
	HeeledIn    Cover = "heeled-in"
	WaterBucket Cover = "water-bucket"
)

// All lists them.
func (Cover) All() []Cover {
	return []Cover{BareSunWind, BareShade, WetCloth, DryBox, DampPacking, GelBag, ColdStore, HeeledIn, WaterBucket}
}

var coverFactor = map[Cover]rules.Key{
	BareSunWind: rules.ClockSun, BareShade: rules.ClockShade, WetCloth: rules.ClockCloth, DryBox: rules.ClockDryBox,
	DampPacking: rules.ClockDamp, GelBag: rules.ClockGel, ColdStore: rules.ClockStore, HeeledIn: rules.ClockHeeled,
}

// closed covers keep their air, and cook in the sun.
func (c Cover) closed() bool {
	return c == DryBox || c == DampPacking || c == GelBag || c == ColdStore
}

// Air is what surrounds a root: its cover, temperature and relative humidity.
type Air struct {
	Cover Cover   `json:"cover" `
	TempC float64 `json:"temp_c" minimum:"-60" maximum:"60" decimals:"1"`
	RHPct float64 `json:"rh_pct" minimum:"0" maximum:"100" decimals:"0"`
}

// Stage is one stretch since lifting, or a rewetting, which takes no time.
type Stage struct {
	Cover *Cover   `json:"cover,omitempty" `
	Hours *float64 `json:"hours,omitempty" minimum:"0"`
	TempC *float64 `json:"temp_c,omitempty" minimum:"-60" maximum:"60"`
	RHPct *float64 `json:"rh_pct,omitempty" minimum:"0" maximum:"100"`
	Rewet *bool    `json:"rewet,omitempty" doc:"true, and nothing else: the roots were wetted again"`
}

func (s Stage) air() Air { return Air{*s.Cover, *s.TempC, *s.RHPct} }

// ExposureInput is the life of a bare root since it was lifted.
type ExposureInput struct {
	Sensitivity Sensitivity `json:"sensitivity"`
	Stages      []Stage     `json:"stages"`
	Now         Air         `json:"now"`
}

// ExposureResult is how much of its budget a bare root has used and what is left.
type ExposureResult struct {
	BudgetKPaH float64      `json:"budget_kpah" decimals:"1"`
	UsedKPaH   float64      `json:"used_kpah" decimals:"4"`
	UsedShare  float64      `json:"used_share" decimals:"4"`
	AgeShare   float64      `json:"age_share" decimals:"4"`
	Status     ClockStatus  `json:"status"`
	HoursLeft  *float64     `json:"hours_left" decimals:"1"`
	Running    []float64    `json:"running" decimals:"4"`
	Alarms     []ClockAlarm `json:"alarms"`
}

// ClockStatus is how much of its life a bare root has used.
type ClockStatus string

// The words of ClockStatus.
const (
	Fresh    ClockStatus = "fresh"
	Soon     ClockStatus = "soon"
	Critical ClockStatus = "critical"
	Spent    ClockStatus = "spent"
)

// All lists them.
func (ClockStatus) All() []ClockStatus { return []ClockStatus{Fresh, Soon, Critical, Spent} }

// ClockAlarm is what has harmed a bare root, or may.
type ClockAlarm string

// All lists them.
func (ClockAlarm) All() []ClockAlarm {
	return []ClockAlarm{"frost-risk", "overheating", "over-soaked", "over-age"}
}

var clockOrder = map[ClockStatus]int{Fresh: 0, Soon: 1, Critical: 2, Spent: 3}

// Check returns what is wrong with the input.
func (in ExposureInput) Check() error {
	l := fault.Check(in)
	for i, s := range in.Stages {
		at := place("stages", i)
		given := map[string]bool{"cover": s.Cover != nil, "hours": s.Hours != nil, "temp_c": s.TempC != nil, "rh_pct": s.RHPct != nil}
		for _, field := range []string{"cover", "hours", "temp_c", "rh_pct"} {
			switch {
			case s.Rewet == nil && !given[field]:
				l.Add(at+field, fault.Required, nil)
			case s.Rewet != nil && given[field]:
				l.Add(at+field, fault.UnknownField, field)
			}
		}
		if s.Rewet != nil && !*s.Rewet {
			l.Add(at+"rewet", fault.NotAChoice, []string{"true"})
		}
	}
	return l.Err()
}

// DryingRate is the drying power of the air at a root under a cover, kPa h per hour: the air's vapour pressure deficit times the cover.
func DryingRate(h rules.House, a Air) float64 {
	key, dries := coverFactor[a.Cover]
	if !dries {
		return 0
	}
	deficit := 0.6108 * math.Exp(17.27*a.TempC/(a.TempC+237.3)) * (1 - a.RHPct/100)
	factor := h.Value(key)
	if a.Cover.closed() && num.Over(a.TempC, h.Value(rules.ClockHotC)) {
		factor *= h.Value(rules.ClockHot)
	}
	return factor * deficit
}

// Exposure adds up the drying power since lifting and says how many hours are left as the root is kept now.
//
// Frost on bare fine roots, heat in a closed bag and age spoil a root whatever the air does. It is a planning model, and every figure of
// it a house rule.
func Exposure(h rules.House, in ExposureInput) (ExposureResult, error) {
	if err := in.Check(); err != nil {
		return ExposureResult{}, err
	}
	budget := h.Value(map[Sensitivity]rules.Key{SensitivityTender: rules.ClockTender, SensitivityAverage: rules.ClockAverage, SensitivityTough: rules.ClockTough}[in.Sensitivity])
	out := ExposureResult{BudgetKPaH: budget, Running: []float64{}, Alarms: []ClockAlarm{}}
	sinceRewet := 0.0
	for _, s := range in.Stages {
		if s.Rewet != nil {
			out.UsedKPaH -= h.Value(rules.ClockRewet) * (out.UsedKPaH - sinceRewet)
			sinceRewet = out.UsedKPaH
		} else {
			out.UsedKPaH += DryingRate(h, s.air()) * *s.Hours
		}
		out.Running = append(out.Running, out.UsedKPaH)
	}
	out.UsedShare = out.UsedKPaH / budget
	stored, limit := storageLife(h, in)
	bucket, longest := bucketHours(h, in.Stages)
	out.AgeShare = stored
	if in.Now.Cover == WaterBucket {
		out.AgeShare = math.Max(stored, bucket/h.Value(rules.ClockBucketHours))
	}
	soaked := num.AtLeast(longest, h.Value(rules.ClockBucketHours))
	out.Status = clockStatus(h, in, math.Max(out.UsedShare, out.AgeShare), soaked)
	out.Alarms = alarms(h, in, soaked)
	if num.AtLeast(stored, 1) {
		out.Alarms = append(out.Alarms, "over-age")
	}
	left := math.Inf(1)
	if limit > 0 {
		left = (1 - stored) * limit
	}
	if in.Now.Cover == WaterBucket {
		left = h.Value(rules.ClockBucketHours) - bucket
	}
	out.HoursLeft = hoursLeft(out, DryingRate(h, in.Now), left)
	return out, nil
}

// run is an unbroken time in one cover; a rewetting does not break it.
type run struct {
	cover Cover
	hours float64
	cold  bool
}

// storageRuns are the runs in order; the present cover goes on with the last of them, or begins one.
func storageRuns(h rules.House, in ExposureInput) []run {
	out := []run{}
	add := func(a Air, hours float64) {
		cold := num.AtMost(a.TempC, h.Value(rules.ClockColdPackC))
		if n := len(out); n > 0 && out[n-1].cover == a.Cover {
			out[n-1].hours += hours
			out[n-1].cold = out[n-1].cold && cold
			return
		}
		out = append(out, run{a.Cover, hours, cold})
	}
	for _, s := range in.Stages {
		if s.Rewet == nil {
			add(s.air(), *s.Hours)
		}
	}
	add(in.Now, 0)
	return out
}

// storageLife is the share of their storage life that all runs together used, and how many hours the present cover gives; 0 is none.
func storageLife(h rules.House, in ExposureInput) (share, presentLimit float64) {
	for _, r := range storageRuns(h, in) {
		presentLimit = 0
		switch {
		case r.cover == GelBag:
			presentLimit = h.Value(rules.ClockGelHours)
		case r.cover == DampPacking && r.cold:
			presentLimit = h.Value(rules.ClockDampColdHours)
		case r.cover == DampPacking:
			presentLimit = h.Value(rules.ClockDampHours)
		case r.cover == ColdStore:
			presentLimit = h.Value(rules.ClockStoreHours)
		}
		if presentLimit > 0 {
			share += r.hours / presentLimit
		}
	}
	return share, presentLimit
}

// bucketHours are the hours in water since the roots were last out of it for a day together, and the most that ever came together so.
func bucketHours(h rules.House, stages []Stage) (now, longest float64) {
	out := 0.0
	for _, s := range stages {
		switch {
		case s.Rewet != nil:
		case *s.Cover == WaterBucket:
			if num.AtLeast(out, h.Value(rules.ClockBucketAway)) {
				now = 0
			}
			out = 0
			now += *s.Hours
			longest = math.Max(longest, now)
		default:
			out += *s.Hours
		}
	}
	if num.AtLeast(out, h.Value(rules.ClockBucketAway)) {
		now = 0
	}
	return now, longest
}

func clockStatus(h rules.House, in ExposureInput, share float64, soaked bool) ClockStatus {
	status := Spent
	switch {
	case num.Under(share, h.Value(rules.ClockSoon)):
		status = Fresh
	case num.Under(share, h.Value(rules.ClockCritical)):
		status = Soon
	case num.Under(share, 1):
		status = Critical
	}
	atLeast := func(s ClockStatus) {
		if clockOrder[s] > clockOrder[status] {
			status = s
		}
	}
	for _, a := range airs(in) {
		if num.Under(a.TempC, h.Value(rules.ClockKillingC)) && a.Cover != HeeledIn && a.Cover != ColdStore {
			if in.Sensitivity == SensitivityTough {
				atLeast(Critical)
			} else {
				atLeast(Spent)
			}
		}
		if a.Cover.closed() && num.Over(a.TempC, h.Value(rules.ClockCookingC)) {
			atLeast(Critical)
		}
	}
	if soaked {
		atLeast(Critical)
	}
	return status
}

// airs are the stages in order, and now.
func airs(in ExposureInput) []Air {
	out := []Air{}
	for _, s := range in.Stages {
		if s.Rewet == nil {
			out = append(out, s.air())
		}
	}
	return append(out, in.Now)
}

func alarms(h rules.House, in ExposureInput, soaked bool) []ClockAlarm {
	out := []ClockAlarm{}
	add := func(alarm ClockAlarm) {
		if !has(out, alarm) {
			out = append(out, alarm)
		}
	}
	for _, a := range airs(in) {
		if num.Under(a.TempC, h.Value(rules.ClockFrostC)) && a.Cover != HeeledIn {
			add("frost-risk")
		}
		if a.Cover.closed() && num.Over(a.TempC, h.Value(rules.ClockHotC)) {
			add("overheating")
		}
	}
	if soaked {
		add("over-soaked")
	}
	return out
}

func hoursLeft(out ExposureResult, rate, left float64) *float64 {
	if out.Status == Spent {
		zero := 0.0
		return &zero
	}
	if rate > 0 {
		left = math.Min(left, (out.BudgetKPaH-out.UsedKPaH)/rate)
	}
	if math.IsInf(left, 1) {
		return nil
	}
	left = math.Max(0, left)
	return &left
}
