package paper

import "math"

// places are where words stand in a drawing, mm on paper, so that none is written over another.
type places struct {
	left, right, low float64
	taken            [][4]float64 // left, top, right, low
}

func (t *places) take(x, y, wide, high float64) {
	t.taken = append(t.taken, [4]float64{x, y, x + wide, y + high})
}

func (t *places) free(x, y, wide, high float64) bool {
	for _, o := range t.taken {
		if x < o[2] && o[0] < x+wide && y < o[3] && o[1] < y+high {
			return false
		}
	}
	return x >= t.left && x+wide <= t.right && y+high <= t.low
}

// nearest is the free place nearest to the one wanted, not above the line from which it may go down; it is taken. False when there is none.
func (t *places) nearest(x, y, from, wide, high float64) (fx, fy float64, found bool) {
	const step = 1.0
	best := math.Inf(1)
	try := func(ax, ay float64) {
		// Going down a line costs more than going aside: the word stays at the height of its thing.
		if far := math.Hypot(ax-x, 2*(ay-y)); far < best && t.free(ax, ay, wide, high) {
			fx, fy, best, found = ax, ay, far, true
		}
	}
	try(x, y)
	for ay := from; ay+high <= t.low; ay += step {
		for ax := t.left; ax+wide <= t.right; ax += step {
			try(ax, ay)
		}
	}
	if found {
		t.take(fx, fy, wide, high)
	}
	return fx, fy, found
}
