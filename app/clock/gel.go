package clock

import (
	"errors"
	"net/http"
	"time"

	"sedum/app/measures"
	"sedum/app/people"
	"sedum/core/calc"
	"sedum/core/fault"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/core/yard"
	"sedum/kernel"
)

// Dip is one mixing of gel.
type Dip struct {
	ID       string
	LotID    string
	TreeID   *string
	Trees    int
	Input    stock.GelDipInput  `gorm:"serializer:json"`
	Result   stock.GelDipResult `gorm:"serializer:json"`
	WeighedG float64
	MixedAt  time.Time
	ReadyAt  time.Time
	DippedAt *time.Time
	// StageID is the touch of the clock that the dipping was: taken back, the gel stands there again.
	StageID  *string
	ThrownAt *time.Time
	ThrownBy *string
	PersonID string

	Thrower *people.Named `gorm:"foreignKey:ThrownBy"`
}

// TableName says what is dipped into.
func (Dip) TableName() string { return "gel_dips" }

// standing is the gel that stands mixed for a lot or a bundle and was not used yet.
func standing(d Dip) bool { return d.DippedAt == nil && d.ThrownAt == nil }

// away is gel that was thrown away.
func away(d Dip) bool { return d.ThrownAt != nil }

// dipOf is the newest gel of a lot or a bundle that is so.
func dipOf(list []Dip, unitID string, is func(Dip) bool) *Dip {
	for _, d := range list {
		if is(d) && ((d.TreeID == nil && d.LotID == unitID) || (d.TreeID != nil && *d.TreeID == unitID)) {
			return &d
		}
	}
	return nil
}

// NewDip is gel that was mixed for a lot or a bundle.
type NewDip struct {
	Lot  int        `json:"lot" minimum:"1"`
	Tag  string     `json:"tag"`
	Size stock.Size `json:"size"`
	// GelPerTreeL overrides the house's figure for the size.
	GelPerTreeL  *float64 `json:"gel_per_tree_l,omitempty" exclusiveMinimum:"0" maximum:"20"`
	Trees        int      `json:"trees" minimum:"1" maximum:"100000"`
	WastePct     float64  `json:"waste_pct" minimum:"0" maximum:"100"`
	PacketG      float64  `json:"packet_g" exclusiveMinimum:"0" maximum:"100000"`
	PacketWaterL float64  `json:"packet_water_l" exclusiveMinimum:"0" maximum:"100000"`
	VatL         float64  `json:"vat_l" exclusiveMinimum:"0" maximum:"10000"`
	WeighedG     float64  `json:"weighed_g" minimum:"0" maximum:"100000" doc:"powder on the scale, for one batch; 0 while only asking"`
}

type dipPlan struct {
	input   stock.GelDipInput
	result  stock.GelDipResult
	weighed *stock.Weighed
	// doseOK is false when the weighed powder is so far from the label that it is refused.
	doseOK bool
}

func planDip(h rules.House, n NewDip) (dipPlan, error) {
	each := stock.GelPerTreeL(h, n.Size)
	if n.GelPerTreeL != nil {
		each = *n.GelPerTreeL
	}
	p := dipPlan{doseOK: true, input: stock.GelDipInput{Trees: n.Trees, GelPerTreeL: each, WastePct: n.WastePct, PacketG: n.PacketG,
		PacketWaterL: n.PacketWaterL, VatL: n.VatL}}
	var err error
	if p.result, err = stock.GelDip(p.input); err != nil {
		return p, err
	}
	if n.WeighedG > 0 {
		w := stock.Weighing(h, p.result.PowderPerBatch, n.WeighedG)
		p.weighed = &w
		p.doseOK = stock.LabelDose(h, n.PacketG/n.PacketWaterL, n.WeighedG/p.result.WaterPerBatchL)
	}
	return p, nil
}

// DipPlan is what a dip takes, and what the scale says to it.
type DipPlan struct {
	GelPerTreeL float64            `json:"gel_per_tree_l"`
	Result      stock.GelDipResult `json:"result"`
	Weighed     *stock.Weighed     `json:"weighed"`
	WeighedText string             `json:"weighed_text"`
	About       string             `json:"about" doc:"the powder in the house's own measures"`
	DoseOK      bool               `json:"dose_ok" doc:"false: too far from the label, refused"`
}

func showDipPlan(tx *kernel.Tx, _ kernel.None, n NewDip) (DipPlan, error) {
	p, err := planDip(tx.Who.House, n)
	if err != nil {
		return DipPlan{}, err
	}
	own, err := measures.InUse(tx)
	if err != nil {
		return DipPlan{}, err
	}
	out := DipPlan{GelPerTreeL: p.input.GelPerTreeL, Result: calc.Rounded(p.result), About: tx.Say.InMeasures(p.result.PowderPerBatch, yard.Grams, "gel powder", own), DoseOK: p.doseOK}
	if p.weighed != nil {
		w := calc.Rounded(*p.weighed)
		out.Weighed = &w
		out.WeighedText = tx.Say.Say("weigh."+w.Word, map[string]any{"by": planting.Measure{Value: w.ByG, Unit: "g"}})
	}
	return out, nil
}

// mixDip records that the gel is mixed; it is ready when it has set. Gel that stands ready is used or thrown away before more is mixed.
func mixDip(tx *kernel.Tx, _ kernel.None, n NewDip) (string, error) {
	p, err := planDip(tx.Who.House, n)
	switch {
	case err != nil:
		return "", err
	case p.weighed == nil:
		return "", fault.List{{Field: "weighed_g", Code: fault.MustExceed, Limit: 0}}
	case !p.doseOK:
		return "", kernel.Refused{Code: "label-dose", Field: "weighed_g"}
	}
	lot, treeID, err := subject(tx, n.Lot, n.Tag)
	if err != nil {
		return "", err
	}
	d := Dip{ID: kernel.NewID(), LotID: lot.ID, TreeID: treeID, Trees: n.Trees, Input: p.input, Result: p.result, WeighedG: n.WeighedG, MixedAt: tx.Now,
		ReadyAt: tx.Now.Add(time.Duration(tx.Who.House.Value(rules.GelSetLeast) * float64(time.Minute))), PersonID: tx.Who.ID}
	return d.ID, gelStands(kernel.Add(tx, &d))
}

// dip records that the trees are dipped and bagged. Gel that has not set is refused.
func dip(tx *kernel.Tx, p kernel.ByID, _ kernel.None) (string, error) {
	d, err := kernel.Held[Dip](tx, "SELECT * FROM gel_dips WHERE id = ?", p.ID)
	switch {
	case err != nil:
		return "", err
	case d.DippedAt != nil || d.ThrownAt != nil:
		return "", kernel.Refused{Code: "dipped", Field: "dip"}
	case tx.Now.Before(d.ReadyAt):
		return "", kernel.Refused{Code: "gel-not-ready", Field: "dip"}
	}
	s := Stage{ID: kernel.NewID(), LotID: d.LotID, TreeID: d.TreeID, At: tx.Now, Cover: stock.GelBag, PersonID: tx.Who.ID, EnteredAt: tx.Now}
	if err := stands(tx, s); err != nil {
		return "", err
	}
	return d.ID, kernel.ChangeOne[Dip](tx, map[string]any{"dipped_at": tx.Now, "stage_id": s.ID}, "id = ? AND dipped_at IS NULL AND thrown_at IS NULL", d.ID)
}

// undip stands the gel there again that was not dipped into after all. Gel that was mixed since is thrown away first.
func undip(tx *kernel.Tx, stageID string) error {
	_, err := kernel.Change[Dip](tx, map[string]any{"dipped_at": nil, "stage_id": nil}, "stage_id = ?", stageID)
	return gelStands(err)
}

func gelStands(err error) error {
	if errors.Is(err, kernel.ErrTwice) {
		return kernel.Refused{Code: "gel-mixed", Field: "lot"}
	}
	return err
}

// throwAway records that mixed gel was not used.
func throwAway(tx *kernel.Tx, p kernel.ByID) error {
	_, err := kernel.Change[Dip](tx, map[string]any{"thrown_at": tx.Now, "thrown_by": tx.Who.ID}, "id = ? AND dipped_at IS NULL AND thrown_at IS NULL", p.ID)
	return err
}

// keepGel says that gel was not thrown away after all: it stands there still.
func keepGel(tx *kernel.Tx, p kernel.ByID, _ kernel.None) (kernel.None, error) {
	_, err := kernel.Change[Dip](tx, map[string]any{"thrown_at": nil, "thrown_by": nil}, "id = ? AND dipped_at IS NULL", p.ID)
	return kernel.None{}, gelStands(err)
}

// checkHole says whether a bare root fits a hole without being bent.
func checkHole(tx *kernel.Tx, _ kernel.None, in stock.BareRootInput) (stock.BareRootResult, error) {
	r, err := stock.JudgeBareRoot(tx.Who.House, in)
	return calc.Rounded(r), err
}

// OnScale is what lies on the scale.
type OnScale struct {
	Grams float64 `json:"grams"`
}

type scaleAsk struct {
	Seconds float64 `query:"seconds" minimum:"0" maximum:"3600" doc:"since it was set to zero"`
}

func (c Clocks) readScale(tx *kernel.Tx, ask scaleAsk) (OnScale, error) {
	if c.Scale == nil {
		return OnScale{}, kernel.Said{Status: http.StatusNotFound, Code: "no-scale"}
	}
	grams, err := c.Scale.Read(tx.Context(), time.Duration(ask.Seconds*float64(time.Second)))
	return OnScale{grams}, err
}
