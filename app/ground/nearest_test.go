package ground_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/ground"
	"sedum/app/stations"
	"sedum/core/survey"
	"sedum/kernel"
)

// A ground that has no station takes the nearest when somebody says where it lies; one too far off, one whose place is not known, and one that
// somebody chose already change nothing.
func TestAGroundTakesTheNearestStation(t *testing.T) {
	w := Open(t)
	for name, at := range map[string][2]float64{"Near Ford": {52.1, 13.1}, "Far Hill": {52.6, 13.9}} {
		w.Deed(w.Advisor, "add-station", kernel.None{}, stations.NewStation{Name: name, LatDeg: at[0], LonDeg: &at[1]})
	}
	w.Deed(w.Advisor, "add-station", kernel.None{}, stations.NewStation{Name: "Nobody knows where", LatDeg: 52.0})
	place := func(name string, at survey.LatLon, station string) string {
		w.Deed(w.Advisor, "add-customer", kernel.None{}, ground.NewCustomer{Name: name, Address: "x", SpotName: "lawn", LatDeg: &at.LatDeg, StationID: station})
		id := w.SpotOf(name).ID
		w.Deed(w.Advisor, "save-plan", ByID(id), ground.PlanChange{Plan: survey.Plan{OriginAt: &at}})
		for _, n := range Saw[ground.NearList](w, "near-stations", ByID(id)).Stations {
			if n.Chosen {
				return n.Name
			}
		}
		return ""
	}
	assert.Equal(t, "Near Ford", place("Ada Brook", survey.LatLon{LatDeg: 52.0, LonDeg: 13.0}, ""))
	assert.Empty(t, place("Ben Marsh", survey.LatLon{LatDeg: 45.0, LonDeg: 3.0}, ""), "further than the house takes one by itself")
	far := ""
	for _, s := range Saw[stations.List](w, "list-stations", kernel.None{}).Stations {
		if s.Name == "Far Hill" {
			far = s.ID
		}
	}
	require.NotEmpty(t, far)
	assert.Equal(t, "Far Hill", place("Cor Lind", survey.LatLon{LatDeg: 52.0, LonDeg: 13.0}, far), "somebody chose")
}
