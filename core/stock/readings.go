package stock

// Subject is what is known of a tree before anyone looks at it.
type Subject struct {
	Form    Form    `json:"form"`
	Habit   Habit   `json:"habit"`
	Foliage Foliage `json:"foliage"`
	Pot     Pot     `json:"pot"`
	Season  Season  `json:"season"`
	Covered bool    `json:"covered" doc:"false for palms and bamboos: the bench does not cover them"`
	// Medium of the ball; "" is a potting mix, or loam for a dug ball.
	Medium  Medium `json:"medium,omitempty" optional:"true"`
	Sizing  Sizing `json:"sizing,omitempty" optional:"true" doc:"of dug balls; conifers and shrubs are sized by height"`
	Grafted bool   `json:"grafted,omitempty"`
	// GraftUnknown is a lot of which nobody stated whether it is grafted: the look asks.
	GraftUnknown bool `json:"graft_unknown,omitempty"`
	// Clock is where a bare root's clock stands, "" when nobody keeps one.
	Clock ClockStatus `json:"clock,omitempty" optional:"true"`
	// Origin has a list of its own; "" is the usual nursery stock of the form.
	Origin Origin `json:"origin,omitempty" optional:"true"`
	// MovesBadly is a kind that bears being moved less well the longer it stood in its pot.
	MovesBadly bool `json:"moves_badly,omitempty"`
	// RemovedBefore is the share already cut off this ball since it last grew a whole season.
	RemovedBefore float64 `json:"removed_before_share,omitempty" minimum:"0" exclusiveMaximum:"0.95"`
}

// BallMedium is what the ball is made of.
func (s Subject) BallMedium() Medium {
	if s.Medium == "" && s.Form == Balled {
		return MediumLoam
	}
	return first(s.Medium, MediumMix)
}

// Circler is a root with the place where it starts, for the drawing.
type Circler struct {
	Root
	FromDeg *float64 `json:"from_deg,omitempty" doc:"where the arc begins, clockwise from the side of the tag; not given is not told"`
}

// BalledLook is what is asked of a dug ball.
type BalledLook struct {
	Soundness  Soundness `json:"soundness,omitempty" optional:"true"`
	TrunkMoves *bool     `json:"trunk_moves,omitempty" doc:"rock the trunk: it moves and the ball does not"`
	Cloth      Cloth     `json:"cloth,omitempty" optional:"true"`
	Basket     *bool     `json:"basket,omitempty" doc:"in a wire basket"`
	Twine      *bool     `json:"twine,omitempty" doc:"twine or cord round the trunk"`
	// GardenSoil is asked only of a tree that was lifted in a garden.
	GardenSoil GardenSoil `json:"garden_soil,omitempty" optional:"true"`
}

// BareRootLook is what is asked of a bare root.
type BareRootLook struct {
	SpreadMM *float64 `json:"root_spread_mm,omitempty" exclusiveMinimum:"0" maximum:"3000"`
	LengthMM *float64 `json:"root_length_mm,omitempty" exclusiveMinimum:"0" maximum:"2000" doc:"what hangs downward once the roots are spread"`
	// Sides is on how many of the four sides there are roots; one-sided is common and no fault by itself.
	Sides *int `json:"sides,omitempty" minimum:"0" maximum:"4"`
	// StrongestDeg is where the strongest roots point, clockwise from the side of the tag.
	StrongestDeg *float64 `json:"strongest_deg,omitempty" minimum:"0" maximum:"360"`
	// SoilLineMM and GraftMM are heights above the first main roots.
	SoilLineMM  *float64     `json:"soil_line_mm,omitempty" minimum:"0" maximum:"500" doc:"the change of colour on the stem, above the flare"`
	GraftMM     *float64     `json:"graft_mm,omitempty" minimum:"0" maximum:"1000" doc:"height of the graft above the flare"`
	Moisture    RootMoisture `json:"moisture,omitempty" optional:"true"`
	Mould       *bool        `json:"mould,omitempty"`
	Buds        Buds         `json:"buds,omitempty" optional:"true"`
	BrokenRoots *int         `json:"broken_roots,omitempty" minimum:"0" maximum:"200"`
	// Stub is where a young layer was cut from its parent; asked only of layers.
	Stub Stub `json:"stub,omitempty" optional:"true"`
}

// Readings is one look at a tree. A nil or "" is "not looked"; it never counts as a pass.
type Readings struct {
	BallDiameterMM *float64 `json:"ball_diameter_mm,omitempty" exclusiveMinimum:"0" maximum:"3000"`
	BallHeightMM   *float64 `json:"ball_height_mm,omitempty" exclusiveMinimum:"0" maximum:"2000"`
	CaliperMM      *float64 `json:"caliper_mm,omitempty" exclusiveMinimum:"0" maximum:"400"`
	HeightM        *float64 `json:"height_m,omitempty" exclusiveMinimum:"0" maximum:"20"`
	Above          Above    `json:"above"`
	Probes         []Probe  `json:"probes" maxItems:"64"`
	SeenDepthMM    *float64 `json:"seen_depth_mm,omitempty" minimum:"0"`
	// ZonesLooked are the zones that were looked at for roots that go round; an arc in one says nothing of another.
	ZonesLooked []Zone `json:"zones_looked,omitempty" maxItems:"4" doc:"where roots that go round were looked for"`
	// RootsLooked is what looks of an earlier program say: nothing was found to go round anywhere. Kept, no longer entered.
	RootsLooked  bool        `json:"roots_looked,omitempty" doc:"kept of earlier looks; zones_looked says it now"`
	Roots        []Circler   `json:"roots" maxItems:"64"`
	MainRootsMM  *[]float64  `json:"main_roots_mm,omitempty" exclusiveMinimum:"0" maxItems:"32"`
	MatSidePct   *float64    `json:"mat_side_pct,omitempty" minimum:"0" maximum:"100"`
	MatBottomPct *float64    `json:"mat_bottom_pct,omitempty" minimum:"0" maximum:"100"`
	FillPct      *float64    `json:"fill_pct,omitempty" minimum:"0" maximum:"100"`
	Texture      Texture     `json:"texture,omitempty" optional:"true"`
	Odour        Odour       `json:"odour,omitempty" optional:"true"`
	BottomRoots  BottomRoots `json:"bottom_roots,omitempty" optional:"true"`
	Moisture     Moisture    `json:"moisture,omitempty" optional:"true"`

	// PotTop and MonthsInPot are told of what stands in a pot; "not told" is no fault of the look.
	PotTop      PotTop   `json:"pot_top,omitempty" optional:"true"`
	MonthsInPot *float64 `json:"months_in_pot,omitempty" minimum:"0" maximum:"240"`

	Balled   *BalledLook   `json:"balled,omitempty"`
	BareRoot *BareRootLook `json:"bare_root,omitempty"`
}

// HasGraft tells whether a tree stands on a graft, as its lot states or its look found.
func HasGraft(s Subject, r Readings) bool {
	return s.Grafted || (s.GraftUnknown && r.Above.Graft != "" && r.Above.Graft != "none-seen")
}
