package stock_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"sedum/core/stock"
)

// What must come off a dug ball: twine at the trunk here and now; synthetic or treated cloth always, whatever the school, once the ball
// stands in the hole; natural cloth is opened there, a basket cut away (stock.md, "Balled"; schools.md, "wrapping of a ball").
func TestWhatComesOffADugBall(t *testing.T) {
	for _, c := range []struct {
		cloth         string
		basket, twine bool
		here, inHole  []string
	}{
		{"none", false, false, nil, nil},
		{"natural", false, false, nil, []string{"open-cloth"}},
		{"synthetic", false, false, nil, []string{"take-off-cloth"}},
		{"treated", true, false, nil, []string{"take-off-cloth", "open-basket"}},
		{"natural", true, true, []string{"remove-twine"}, []string{"open-cloth", "open-basket"}},
		{"synthetic", true, true, []string{"remove-twine"}, []string{"take-off-cloth", "open-basket"}},
	} {
		r := balledLook()
		r.Balled.Cloth, r.Balled.Basket, r.Balled.Twine = stock.Cloth(c.cloth), ptr(c.basket), ptr(c.twine)
		a := assess(t, balledSubject(), r)
		var here, inHole []string
		for _, w := range a.Work {
			switch {
			case w.Code == "clear" || w.Code == "uncover":
			case w.AtPlanting:
				inHole = append(inHole, string(w.Code))
			default:
				here = append(here, string(w.Code))
			}
		}
		assert.Equal(t, c.here, here, "%+v", c)
		assert.Equal(t, c.inHole, inHole, "%+v", c)
	}
	// A dry ball is soaked before it goes out.
	r := balledLook()
	r.Moisture = "dry"
	codes := []string{}
	for _, w := range assess(t, balledSubject(), r).Work {
		codes = append(codes, string(w.Code))
	}
	assert.Contains(t, codes, "soak")
}

// Wrapping alone keeps no tree from being sold: it is told on the sheet.
func TestWrappingIsNoFault(t *testing.T) {
	bare := balledLook()
	bare.Balled.Cloth, bare.Balled.Basket, bare.Balled.Twine = "none", ptr(false), ptr(false)
	wrapped := balledLook()
	wrapped.Balled.Cloth, wrapped.Balled.Basket, wrapped.Balled.Twine = "natural", ptr(true), ptr(false)
	assert.Equal(t, assess(t, balledSubject(), bare).Verdict, assess(t, balledSubject(), wrapped).Verdict)
	tied := wrapped
	look := *wrapped.Balled
	look.Twine = ptr(true)
	tied.Balled = &look
	assert.Equal(t, stock.Fix, assess(t, balledSubject(), tied).Verdict, "twine at the trunk comes off first")
}
