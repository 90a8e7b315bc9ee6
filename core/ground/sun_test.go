package ground_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/ground"
)

// ephemerisDeclination is a second way to the declination: the sun's place on the ecliptic by mean longitude and anomaly, tilted by the
// obliquity (radians); it shares nothing with the formula of the contract.
func ephemerisDeclination(dayOfYear int) float64 {
	n := float64(dayOfYear - 1) // days at noon from the first noon of the epoch's year
	radian := math.Pi / 180
	anomaly := (357.528 + 0.9856003*n) * radian
	longitude := (280.460 + 0.9856474*n + 1.915*math.Sin(anomaly) + 0.020*math.Sin(2*anomaly)) * radian
	return math.Asin(math.Sin(23.439*radian) * math.Sin(longitude))
}

var middles = []int{15, 46, 74, 105, 135, 166, 196, 227, 258, 288, 319, 349}

// The growing months' hours, which a match reads, follow from a true ephemeris by the hour angle at which the sun crosses three degrees: no
// steps, no path. (Single months differ by up to 0.36 h at 60 degrees: there the contract's declination is up to 1.2 degrees beside the sun's.)
func TestGrowingHoursAgreeWithAnEphemeris(t *testing.T) {
	for lat := -60.0; lat <= 60; lat += 0.5 {
		got, err := ground.SunHours(ground.SunInput{LatDeg: lat})
		require.NoError(t, err)
		want := 0.0
		for m, day := range middles {
			if (m >= 3 && m <= 8) == (lat >= 0) {
				d, phi := ephemerisDeclination(day), lat*math.Pi/180
				cos := (math.Sin(3*math.Pi/180) - math.Sin(phi)*math.Sin(d)) / (math.Cos(phi) * math.Cos(d))
				want += 2 * math.Acos(math.Max(-1, math.Min(1, cos))) * 180 / math.Pi / 15 / 6
			}
			assert.InDelta(t, bySteps(lat, m, func(_, _ float64) float64 { return 0 }), got.MonthlyH[m], 0.15, "latitude %v, month %d", lat, m+1)
		}
		assert.InDelta(t, want, got.GrowingH, 0.15, "latitude %v", lat)
	}
}

// bySteps turns the sphere of the sky as vectors (east, north, up), a minute at a time: a second way to elevation and bearing.
func bySteps(lat float64, month int, hides func(elevation, bearing float64) float64) (hours float64) {
	radian := math.Pi / 180
	d := 23.45 * math.Sin(2*math.Pi*float64(284+middles[month])/365) * radian
	for minute := range 24 * 60 {
		h := (float64(minute) + 0.5 - 720) / 4 * radian
		// toward the sun in the frame of the equator, turned down by the latitude
		x, y, z := math.Cos(d)*math.Cos(h), -math.Cos(d)*math.Sin(h), math.Sin(d)
		up := x*math.Cos(lat*radian) + z*math.Sin(lat*radian)
		north := -x*math.Sin(lat*radian) + z*math.Cos(lat*radian)
		elevation, bearing := math.Asin(up)/radian, math.Mod(math.Atan2(y, north)/radian+360, 360)
		if elevation > 3 {
			hours += (1 - hides(elevation, bearing)) / 60
		}
	}
	return hours
}

func TestSunHoursBehindThingsAgreeWithASecondComputation(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		lat := rapid.Float64Range(-60, 60).Draw(t, "lat")
		from, width := rapid.Float64Range(0, 360).Draw(t, "from"), rapid.Float64Range(1, 200).Draw(t, "width")
		elevation, opacity := rapid.Float64Range(0, 90).Draw(t, "elevation"), rapid.Float64Range(0, 1).Draw(t, "opacity")
		bare := rapid.Float64Range(0, 1).Draw(t, "bare")
		got, err := ground.SunHours(ground.SunInput{LatDeg: lat, Obstacles: []ground.SunObstacle{{FromDeg: from, ToDeg: from + width, ElevationDeg: elevation, Opacity: opacity, BareOpacity: &bare}}})
		require.NoError(t, err)
		growing, mornings := 0.0, got.GrowingMorningH
		for m := range 12 {
			summer := (m >= 3 && m <= 8) == (lat >= 0)
			share := bare
			if summer {
				share = opacity
				growing += got.MonthlyH[m] / 6
			}
			want := bySteps(lat, m, func(e, b float64) float64 {
				if e <= elevation && math.Mod(b-from+720, 360) <= width {
					return share
				}
				return 0
			})
			// Steps of five minutes and of one disagree at each edge by at most one of the longer.
			assert.InDelta(t, want, got.MonthlyH[m], 4*5.0/60, "month %d", m+1)
		}
		assert.InDelta(t, growing, got.GrowingH, 1e-9)
		assert.LessOrEqual(t, mornings, got.GrowingH+1e-9)
	})
}

// More in the way never brings more sun, and what stands all round takes as much as what stands in two halves.
func TestNothingInTheWayBringsSun(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in := ground.SunInput{LatDeg: rapid.Float64Range(-66, 66).Draw(t, "lat")}
		before, err := ground.SunHours(in)
		require.NoError(t, err)
		for range rapid.IntRange(1, 5).Draw(t, "things") {
			in.Obstacles = append(in.Obstacles, ground.SunObstacle{FromDeg: rapid.Float64Range(-400, 400).Draw(t, "from"), ToDeg: rapid.Float64Range(-400, 400).Draw(t, "to"),
				ElevationDeg: rapid.Float64Range(0, 90).Draw(t, "elevation"), Opacity: rapid.Float64Range(0, 1).Draw(t, "opacity")})
			after, err := ground.SunHours(in)
			require.NoError(t, err)
			for m := range after.MonthlyH {
				assert.LessOrEqual(t, after.MonthlyH[m], before.MonthlyH[m]+1e-9)
			}
			before = after
		}
		e := rapid.Float64Range(0, 90).Draw(t, "e")
		whole, err := ground.SunHours(ground.SunInput{LatDeg: in.LatDeg, Obstacles: []ground.SunObstacle{{FromDeg: 30, ToDeg: 390, ElevationDeg: e, Opacity: 1}}})
		require.NoError(t, err)
		halves, err := ground.SunHours(ground.SunInput{LatDeg: in.LatDeg, Obstacles: []ground.SunObstacle{{FromDeg: 30, ToDeg: 210, ElevationDeg: e, Opacity: 1}, {FromDeg: 210, ToDeg: 30, ElevationDeg: e, Opacity: 1}}})
		require.NoError(t, err)
		assert.Equal(t, whole, halves)
	})
}

func TestWhatSunHoursRefuses(t *testing.T) {
	for field, in := range map[string]ground.SunInput{
		"lat_deg":                   {LatDeg: 66.1},
		"obstacles.0.elevation_deg": {Obstacles: []ground.SunObstacle{{ElevationDeg: 91}}},
		"obstacles.0.opacity":       {Obstacles: []ground.SunObstacle{{Opacity: 1.1}}},
	} {
		_, err := ground.SunHours(in)
		assert.ErrorContains(t, err, field)
	}
}

// The path for the drawing is the one that the hours are counted on.
func TestThePathIsTheOneThatIsCounted(t *testing.T) {
	in := ground.SunInput{LatDeg: 44, Obstacles: []ground.SunObstacle{{FromDeg: 180, ToDeg: 280, ElevationDeg: 35, Opacity: 1}}}
	hours, err := ground.SunHours(in)
	require.NoError(t, err)
	for _, path := range ground.SunPaths(in, 1, 3, 6, 12) {
		counted := 0.0
		for _, s := range path.Steps {
			counted += s.Passes / 4
		}
		assert.InDelta(t, hours.MonthlyH[path.Month-1], counted, 0.4)
	}
}
