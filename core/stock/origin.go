package stock

// Origin is where a tree comes from, when that changes what is looked at.
type Origin string

// All lists them.
func (Origin) All() []Origin { return []Origin{Layer, Garden} }

// The origins with a list of their own. "" is usual nursery stock.
const (
	// Layer is a rooted shoot, cut from its parent and sold bare.
	Layer Origin = "layer"
	// Garden is a tree lifted where it grew, with the soil of that garden in its ball.
	Garden Origin = "garden"
)

// Fits tells whether an origin goes with a form: a layer is bare, a tree lifted in a garden has a ball.
func (o Origin) Fits(f Form) bool {
	return o == "" || (o == Layer && f == BareRoot) || (o == Garden && f == Balled)
}

// layerTable says what the cut from the parent brings: a ragged end is cut clean, as every broken end; one that rots is
// held and looked at again.
var layerTable = map[Stub]Verdict{StubClean: Sell, StubRagged: Fix, StubRotting: Hold}

// gardenTable says what came along in garden soil: roots of lasting weeds are picked out; grubs are isolated and
// identified, as every pest (stock.md, above the line).
var gardenTable = map[GardenSoil]Verdict{GardenSoilClean: Sell, GardenSoilWeedRoots: Fix, GardenSoilGrubs: Hold}

func (a *Assessment) judgeOrigin(s Subject, r Readings) {
	switch s.Origin {
	case Layer:
		found := Stub("")
		if r.BareRoot != nil {
			found = r.BareRoot.Stub
		}
		a.need("stub", found != "")
		if found != "" {
			a.because(PartStub, Cause(found), layerTable[found])
		}
	case Garden:
		found := GardenSoil("")
		if r.Balled != nil {
			found = r.Balled.GardenSoil
		}
		a.need("garden_soil", found != "")
		if found != "" {
			a.because(PartGardenSoil, Cause(found), gardenTable[found])
		}
	}
}

func (a *Assessment) listOriginWork(r Readings) {
	if r.BareRoot != nil && r.BareRoot.Stub == StubRagged {
		a.addWork(CutStub, nil)
	}
	if r.Balled != nil && r.Balled.GardenSoil == GardenSoilWeedRoots {
		a.addWork(PickWeeds, nil)
	}
}
