package climate

import "sedum/core/num"

// DroughtIndex is 0 to 3 by the summer's deficit less what 0.6 m of the soil holds; raising a bed dries it.
func DroughtIndex(deficitMM, raiseMM, availableMMPerM float64) int {
	lack := deficitMM + 30*num.Floor(raiseMM/150) - 0.6*availableMMPerM
	switch {
	case num.AtMost(lack, 0):
		return 0
	case num.AtMost(lack, 100):
		return 1
	case num.AtMost(lack, 250):
		return 2
	}
	return 3
}
