package catalogue

import (
	"errors"
	"fmt"
	"slices"
	"strings"

	"sedum/app/mending"
	"sedum/core/fault"
	"sedum/core/fit"
	"sedum/core/ground"
	"sedum/core/kind"
	"sedum/core/planting"
	"sedum/core/roles"
	"sedum/core/set"
	"sedum/core/stock"
	"sedum/kernel"
)

// Who may do what with kinds: whoever meets one adds it, a manager says what it is.
var (
	AddKinds  = kernel.Permission{Name: "add-kinds", Roles: set.All[roles.Role]()}
	KeepKinds = kernel.Permission{Name: "keep-kinds", Roles: roles.Office()}
)

// NewKind is a kind that was met and is not in the catalogue: what everybody sees of it. All else is unknown until a manager completes it.
type NewKind struct {
	Common    string      `json:"common" maxLength:"120"`
	Botanical string      `json:"botanical" maxLength:"120" doc:"as on the label; left out it is the common name"`
	Habit     stock.Habit `json:"habit"`
	Evergreen bool        `json:"evergreen"`
	// NotCovered is a palm or a bamboo: the bench does not judge it.
	NotCovered bool `json:"not_covered"`
}

// add takes a provisional kind into the catalogue.
func add(tx *kernel.Tx, _ kernel.None, n NewKind) (string, error) {
	n.Common, n.Botanical = strings.TrimSpace(n.Common), strings.TrimSpace(n.Botanical)
	if err := fault.Missing("common", n.Common).Err(); err != nil {
		return "", err
	}
	if n.Botanical == "" {
		n.Botanical = n.Common
	}
	known, err := ByName(tx)
	if err != nil {
		return "", err
	}
	for field, name := range map[string]string{"common": n.Common, "botanical": n.Botanical} {
		if _, there := known.Find(name); there {
			return "", kernel.Refused{Code: "kind-there", Field: field}
		}
	}
	k := Kind{ID: kernel.NewID(), Common: n.Common, Botanical: n.Botanical, Habit: n.Habit, Version: 1, Provisional: true, AddedBy: &tx.Who.ID, AddedAt: &tx.Now,
		Facts: Facts{Kind: fit.Kind{}, Evergreen: n.Evergreen, Shrub: n.Habit == stock.Multi, NotCovered: n.NotCovered}}
	if err := kernel.Add(tx, &k); errors.Is(err, kernel.ErrTwice) {
		return "", kernel.Refused{Code: "kind-there", Field: "botanical"}
	} else if err != nil {
		return "", err
	}
	return k.ID, nil
}

// Whole is a kind with all that is known of it.
type Whole struct {
	ID          string      `json:"id"`
	Version     int         `json:"version"`
	Common      string      `json:"common"`
	Botanical   string      `json:"botanical"`
	Habit       stock.Habit `json:"habit"`
	Provisional bool        `json:"provisional"`
	Facts       Facts       `json:"facts"`
	// Base is where the values come from that have no source of their own.
	Base kind.Sourced `json:"base"`
	// Unknown names what nobody knows of it.
	Unknown []string `json:"unknown"`
}

func see(tx *kernel.Tx, p kernel.ByID) (Whole, error) {
	k, err := kernel.One[Kind](tx, "id = ?", p.ID)
	return Whole{k.ID, k.Version, k.Common, k.Botanical, k.Habit, k.Provisional, k.Facts.Whole(), k.Facts.Base(), k.Facts.Unknown()}, err
}

// Completed is a kind as a manager says it is; what is left out stays unknown.
type Completed struct {
	Version       int                `json:"version"`
	Common        string             `json:"common" maxLength:"120"`
	Botanical     string             `json:"botanical" maxLength:"120"`
	Habit         stock.Habit        `json:"habit"`
	Evergreen     bool               `json:"evergreen"`
	ColdC         *float64           `json:"cold_c" minimum:"-60" maximum:"20"`
	HeatC         *float64           `json:"heat_c" minimum:"10" maximum:"60"`
	SunH          *[4]float64        `json:"sun_h,omitempty" doc:"hours of sun: least borne, least liked, most liked, most borne"`
	DrainageMax   ground.Drainage    `json:"drainage_max" optional:"true" doc:"the slowest drainage that it bears"`
	PH            *[4]float64        `json:"ph,omitempty" doc:"least borne, least liked, most liked, most borne"`
	Drought       *int               `json:"drought" minimum:"0" maximum:"3"`
	Wind          ground.Wind        `json:"wind" optional:"true" doc:"the most wind that it bears"`
	Height10M     *float64           `json:"height_10_m" exclusiveMinimum:"0" maximum:"100"`
	HeightMaxM    *float64           `json:"height_max_m" exclusiveMinimum:"0" maximum:"120"`
	Spread10M     *float64           `json:"spread_10_m" exclusiveMinimum:"0" maximum:"60"`
	SpreadMaxM    *float64           `json:"spread_max_m" exclusiveMinimum:"0" maximum:"60"`
	SharpDrainage bool               `json:"sharp_drainage"`
	Thirsty       bool               `json:"thirsty"`
	Tender        bool               `json:"tender"`
	AutumnHazard  bool               `json:"autumn_hazard"`
	BarkTender    bool               `json:"bark_tender"`
	OldWood       bool               `json:"old_wood"`
	Bleeds        bool               `json:"bleeds" doc:"bleeds when it is cut in late winter"`
	StoneFruit    bool               `json:"stone_fruit"`
	MovesBadly    bool               `json:"moves_badly"`
	Uses          []ground.Purpose   `json:"uses" maxItems:"20"`
	ChillNeed     *float64           `json:"chill_need" exclusiveMinimum:"0" maximum:"120" doc:"portions"`
	Fruiting      bool               `json:"fruiting"`
	SelfFertile   bool               `json:"self_fertile"`
	Partners      *int               `json:"partners" minimum:"0" maximum:"2"`
	Coarse        fit.Bears          `json:"soil_coarse" optional:"true"`
	Medium        fit.Bears          `json:"soil_medium" optional:"true"`
	Fine          fit.Bears          `json:"soil_fine" optional:"true"`
	Salt          fit.Bears          `json:"salt" optional:"true"`
	BareRoots     stock.Sensitivity  `json:"bare_roots" optional:"true"`
	Cautions      []planting.Caution `json:"cautions" maxItems:"8"`
	Synonyms      []string           `json:"synonyms" maxItems:"12" maxLength:"120"`
	Spanish       string             `json:"spanish,omitempty" maxLength:"120"`
	Conifer       bool               `json:"conifer"`
	Scented       bool               `json:"scented"`
	ColouredStems bool               `json:"coloured_stems" doc:"grown for the colour of its young stems, and cut low for them"`
	Flower        *fit.Look          `json:"flower,omitempty"`
	Fruit         *fit.Look          `json:"fruit,omitempty"`
	Autumn        fit.Colour         `json:"autumn" optional:"true"`
	Rootstocks    []fit.Rootstock    `json:"rootstocks" maxItems:"12"`
	// PollinationGroup is when it flowers among the fruit of its genus, 1 the earliest.
	PollinationGroup *int `json:"pollination_group,omitempty" minimum:"1" maximum:"9"`
	// Origin and Source are where the values come from that differ from what stood there.
	Origin kind.Origin `json:"origin"`
	Source string      `json:"source" maxLength:"200" doc:"where the values come from that are changed"`
}

func (c Completed) check() error {
	l := fault.Missing("botanical", c.Botanical, "common", c.Common, "source", c.Source, "origin", string(c.Origin))
	for name, four := range map[string]*[4]float64{"sun_h": c.SunH, "ph": c.PH} {
		if four == nil {
			continue
		}
		for i := 1; i < 4; i++ {
			if four[i] < four[i-1] {
				l.Add(name, fault.NotRising, nil)
				break
			}
		}
	}
	for _, pair := range []struct {
		name       string
		at10, most *float64
	}{{"height_max_m", c.Height10M, c.HeightMaxM}, {"spread_max_m", c.Spread10M, c.SpreadMaxM}} {
		if pair.at10 != nil && pair.most != nil && *pair.most < *pair.at10 {
			l.Add(pair.name, fault.AtLeast, *pair.at10)
		}
	}
	for i, r := range c.Rootstocks {
		if strings.TrimSpace(r.Name) == "" {
			l.Add(fmt.Sprintf("rootstocks.%d.name", i), fault.Required, nil)
		}
		if r.SizePct == 0 {
			l.Add(fmt.Sprintf("rootstocks.%d.size_pct", i), fault.Required, nil)
		}
		if slices.ContainsFunc(c.Rootstocks[:i], func(o fit.Rootstock) bool { return o.Is(r.Name) }) {
			l.Add(fmt.Sprintf("rootstocks.%d.name", i), fault.SaidTwice, r.Name)
		}
	}
	return l.Err()
}

// complete writes what a manager says of a kind; what stood before stays in the record, with who and when.
func complete(tx *kernel.Tx, p kernel.ByID, c Completed) (string, error) {
	c.Common, c.Botanical, c.Source = strings.TrimSpace(c.Common), strings.TrimSpace(c.Botanical), strings.TrimSpace(c.Source)
	if err := c.check(); err != nil {
		return "", err
	}
	k, err := kernel.Held[Kind](tx, "SELECT * FROM kinds WHERE id = ?", p.ID)
	if err != nil {
		return "", err
	}
	if k.Version != c.Version {
		present, err := see(tx, p)
		return "", errors.Join(err, kernel.Stale{Current: present})
	}
	f := k.Facts
	f.ColdC, f.HeatC, f.SunH, f.PH, f.Drought = c.ColdC, c.HeatC, c.SunH, c.PH, c.Drought
	f.DrainageMax, f.Kind.Wind = given(c.DrainageMax), given(c.Wind)
	f.Height10M, f.HeightMaxM, f.Spread10M, f.SpreadMaxM = c.Height10M, c.HeightMaxM, c.Spread10M, c.SpreadMaxM
	f.Evergreen, f.Shrub, f.SharpDrainage, f.Thirsty, f.Tender, f.AutumnHazard = c.Evergreen, c.Habit == stock.Multi, c.SharpDrainage, c.Thirsty, c.Tender, c.AutumnHazard
	f.BarkTender, f.OldWood, f.Bleeds, f.StoneFruit, f.MovesBadly, f.Uses = c.BarkTender, c.OldWood, c.Bleeds, c.StoneFruit, c.MovesBadly, c.Uses
	f.ChillNeed, f.Fruiting, f.SelfFertile, f.Partners = c.ChillNeed, c.Fruiting, c.SelfFertile, c.Partners
	f.Kind.SoilBearings = map[ground.SoilGroup]fit.Bears{}
	for group, bears := range map[ground.SoilGroup]fit.Bears{ground.SoilGroupCoarse: c.Coarse, ground.SoilGroupMedium: c.Medium, ground.SoilGroupFine: c.Fine} {
		if bears != "" {
			f.Kind.SoilBearings[group] = bears
		}
	}
	f.Salt, f.BareRoots, f.Cautions, f.Synonyms, f.Spanish = given(c.Salt), given(c.BareRoots), c.Cautions, c.Synonyms, strings.TrimSpace(c.Spanish)
	f.Conifer, f.Scented, f.ColouredStems, f.Flower, f.Fruit, f.Autumn = c.Conifer, c.Scented, c.ColouredStems, c.Flower, c.Fruit, c.Autumn
	f.Rootstocks, f.PollinationGroup = c.Rootstocks, c.PollinationGroup
	if k.Provisional { // nothing of it was known: all of it is from here
		f.Source, f.Origin, f.Sources = c.Source, c.Origin, nil
	} else {
		f = f.From(k.Facts, kind.Sourced{Origin: c.Origin, Says: c.Source})
	}
	if err := mending.Keep(tx, mending.Kind, k.ID, k.was(c, f), c.Source); err != nil {
		return "", err
	}
	k.Common, k.Botanical, k.Habit, k.Facts, k.Provisional, k.Version = c.Common, c.Botanical, c.Habit, f, false, k.Version+1
	k.ChangedBy, k.ChangedAt = &tx.Who.ID, &tx.Now
	err = kernel.Ours(tx.DB().Save(&k).Error)
	if errors.Is(err, kernel.ErrTwice) {
		err = kernel.Refused{Code: "kind-there", Field: "botanical"}
	}
	return k.ID, err
}

// was is what stood in a kind before it was changed, by field; of a value that nobody knew nothing.
func (k Kind) was(c Completed, f Facts) map[string]any {
	out, values := map[string]any{}, k.Facts.Values()
	for field, pair := range map[string][2]string{"common": {k.Common, c.Common}, "botanical": {k.Botanical, c.Botanical}, "habit": {string(k.Habit), string(c.Habit)}} {
		if pair[0] != pair[1] {
			out[field] = pair[0]
		}
	}
	for _, field := range kind.Changed(k.Facts, f) {
		out[field] = values[field]
	}
	return out
}

// given is what was stated, nil when nothing was.
func given[T ~string](v T) *T {
	if v == "" {
		return nil
	}
	return &v
}

// ChillNeeds are the portions of chill that kinds of the house need, of those with a need.
func ChillNeeds(tx *kernel.Tx) ([]float64, error) {
	list, err := kernel.Many[Kind](tx, "id", "")
	out := []float64{}
	for _, k := range list {
		if k.Facts.ChillNeed != nil {
			out = append(out, *k.Facts.ChillNeed)
		}
	}
	return out, err
}
