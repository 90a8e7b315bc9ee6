package survey

import "math"

// metresPerDegree are the lengths of a degree of latitude and of longitude at a latitude, on the ellipsoid that GPS uses.
func metresPerDegree(latDeg float64) (north, east float64) {
	const radius, flat = 6378137.0, 1 / 298.257223563
	e2 := flat * (2 - flat)
	sin, cos := math.Sincos(latDeg * math.Pi / 180)
	w := 1 - e2*sin*sin
	return radius * (1 - e2) / math.Pow(w, 1.5) * math.Pi / 180, radius / math.Sqrt(w) * cos * math.Pi / 180
}

// OnGlobe is where a place of the plan lies whose origin lies there.
func (o LatLon) OnGlobe(at Located) LatLon {
	north, east := metresPerDegree(o.LatDeg)
	return LatLon{o.LatDeg + at.YM/north, math.Mod(o.LonDeg+at.XM/east+540, 360) - 180}
}

// OnPlan is where a place of the globe lies on a plan whose origin lies there, in metres. A garden is small: the globe is flat here.
func (o LatLon) OnPlan(at LatLon) (xM, yM float64) {
	north, east := metresPerDegree(o.LatDeg)
	lon := math.Mod(at.LonDeg-o.LonDeg+540, 360) - 180
	return lon * east, (at.LatDeg - o.LatDeg) * north
}

// KMTo is how far another place of the globe lies, along its surface.
func (o LatLon) KMTo(at LatLon) float64 {
	const radiusKM, rad = 6371.0, math.Pi / 180
	north, east := math.Sin((at.LatDeg-o.LatDeg)*rad/2), math.Sin((at.LonDeg-o.LonDeg)*rad/2)
	h := north*north + math.Cos(o.LatDeg*rad)*math.Cos(at.LatDeg*rad)*east*east
	return 2 * radiusKM * math.Asin(math.Sqrt(min(1, h)))
}
