package day

import "math"

// done is how many hours of practised work a crew has done when it has worked so many minutes.
func (p Pace) done(c Crew, min float64) float64 {
	net := min / 60 * (60 - p.BreakMin) / 60 // rests lie evenly over the hours
	first := math.Min(net, (60-p.BreakMin)/60)
	return float64(c.Practised)*net + float64(c.New)*(first*p.FirstHour+(net-first)*p.After)
}

// takes is how many minutes a crew needs for so many hours of practised work when it has worked so many minutes already; infinite for nobody.
func (p Pace) takes(c Crew, worked, hours float64) float64 {
	if hours <= 0 {
		return 0
	}
	target := p.done(c, worked) + hours
	rest := (60 - p.BreakMin) / 60
	hour := p.done(c, 60)
	slow, fast := float64(c.Practised)+float64(c.New)*p.FirstHour, float64(c.Practised)+float64(c.New)*p.After
	if fast <= 0 || rest <= 0 {
		return math.Inf(1)
	}
	if target <= hour && slow > 0 {
		return target/(slow*rest)*60 - worked
	}
	return 60 + (target-hour)/(fast*rest)*60 - worked
}
