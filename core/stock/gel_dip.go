package stock

import (
	"math"

	"sedum/core/fault"
	"sedum/core/num"
	"sedum/core/rules"
)

// GelDipInput is how many trees are dipped and what the packet says.
type GelDipInput struct {
	Trees        int     `json:"trees" minimum:"1" maximum:"1000000"`
	GelPerTreeL  float64 `json:"gel_per_tree_l" exclusiveMinimum:"0"`
	WastePct     float64 `json:"waste_pct" minimum:"0" maximum:"100"`
	PacketG      float64 `json:"packet_g" exclusiveMinimum:"0" doc:"powder in the packet"`
	PacketWaterL float64 `json:"packet_water_l" exclusiveMinimum:"0" doc:"water that the label asks for with it"`
	VatL         float64 `json:"vat_l" exclusiveMinimum:"0"`
}

// GelDipResult is the powder to weigh and the batches.
type GelDipResult struct {
	GelL           float64 `json:"gel_l" decimals:"2"`
	PowderG        float64 `json:"powder_g" decimals:"1"`
	Batches        int     `json:"batches"`
	PowderPerBatch float64 `json:"powder_per_batch_g" decimals:"1"`
	WaterPerBatchL float64 `json:"water_per_batch_l" decimals:"2"`
}

// GelDip mixes by the label's rate, in proportion, shared evenly among the batches that the vat asks for.
func GelDip(in GelDipInput) (GelDipResult, error) {
	if err := fault.Check(in).Err(); err != nil {
		return GelDipResult{}, err
	}
	gel := float64(in.Trees) * in.GelPerTreeL * (1 + in.WastePct/100)
	powder := gel / in.PacketWaterL * in.PacketG
	batches := math.Max(1, num.Ceiling(gel/in.VatL))
	if batches > 1e9 {
		return GelDipResult{}, fault.List{{Field: "vat_l", Code: fault.TooLarge}}
	}
	return GelDipResult{GelL: gel, PowderG: powder, Batches: int(batches), PowderPerBatch: powder / batches, WaterPerBatchL: gel / batches}, nil
}

// GelPerTreeL is the gel that clings to the roots of a tree of that size, by house rule.
func GelPerTreeL(h rules.House, size Size) float64 {
	switch size {
	case SizeSeedling:
		return h.Value(rules.GelSeedling)
	case SizeFeathered:
		return h.Value(rules.GelFeathered)
	case SizeStandard:
		return h.Value(rules.GelStandard)
	}
	return h.Value(rules.GelWhip)
}

// Weighed tells what a scale's reading means against a target.
type Weighed struct {
	OffShare float64 `json:"off_share" decimals:"4" doc:"over the target, or under when negative"`
	// Word is enough, add or remove.
	Word string  `json:"word"`
	ByG  float64 `json:"by_g" decimals:"1"`
}

// Weighing holds a scale's reading (g) against its target (g, over 0), with the house's tolerance.
func Weighing(h rules.House, targetG, readG float64) Weighed {
	off := (readG - targetG) / targetG
	out := Weighed{OffShare: off, Word: "enough"}
	tolerance := h.Value(rules.ScaleTolerance)
	switch {
	case num.Over(off, tolerance):
		out.Word, out.ByG = "remove", readG-targetG
	case num.Under(off, -tolerance):
		out.Word, out.ByG = "add", targetG-readG
	}
	return out
}

// LabelDose tells whether a dose of powder per litre is near enough to the label's to be used at all: refused under half and over twice.
func LabelDose(h rules.House, labelGPerL, usedGPerL float64) bool {
	share := usedGPerL / labelGPerL
	return num.AtLeast(share, h.Value(rules.GelLabelLeast)) && num.AtMost(share, h.Value(rules.GelLabelMost))
}
