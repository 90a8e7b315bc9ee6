package stock_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"sedum/core/stock"
)

func TestWhatAGrowerIsCountedBy(t *testing.T) {
	r := soundLook()
	assert.Empty(t, stock.GrowerFaults(assess(t, subject(), r)))
	r.SeenDepthMM, r.Texture, r.Moisture, r.Above.Trunk = ptr(90.0), "soft", "dry", "large-wound"
	r.Roots = []stock.Circler{{Root: stock.Root{Zone: "side", DiameterMM: 9, ArcDeg: 150}}}
	assert.Equal(t, map[string]bool{"buried": true, "rot": true, "dry": true, "damaged": true, "circling": true}, stock.GrowerFaults(assess(t, subject(), r)))
	r = soundLook()
	r.Above.Trunk = "healed-scar"
	assert.Empty(t, stock.GrowerFaults(assess(t, subject(), r)), "a healed scar is no damage")
}

func TestWhatNeglectLeadsTo(t *testing.T) {
	for want, r := range map[string]stock.Reason{"rot": {Part: "roots", Code: "root-rot"}, "girdling": {Part: "roots", Code: "cut-at-collar"},
		"buried": {Part: "flare", Code: "send-back"}, "graft": {Part: "graft", Code: "failed"}, "": {Part: "roots", Code: "soak"}} {
		assert.Equal(t, want, stock.Neglected(r))
	}
}

// A lot is judged by what came: half a look counts for nothing, and so does one after work was done.
func TestWhichLookCountsForTheLot(t *testing.T) {
	yes, no := true, false
	for verdict, want := range map[stock.Verdict]*bool{stock.Sell: &no, stock.Fix: &no, stock.SendBack: &yes, stock.NotYetJudged: nil} {
		a := stock.Assessment{Verdict: verdict}
		assert.Equal(t, want, stock.CountsForLot(a, false), "%s", verdict)
		assert.Nil(t, stock.CountsForLot(a, true), "%s after work", verdict)
	}
}
