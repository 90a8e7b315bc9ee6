package paper_test

import (
	"math"
	"os"
	"path/filepath"
	"regexp"
	"strconv"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/care"
	"sedum/core/stock"
	"sedum/internal/plantingtest"
	"sedum/paper"
)

// shape is one path of a page as another program reads it (pdftocairo), in points: its corners, what it is filled with and whether it is dashed.
type shape struct {
	fill    string
	dashed  bool
	corners [][2]float64
}

var (
	pathOf   = regexp.MustCompile(`<path style="([^"]*)" d="([^"]*)"`)
	fillOf   = regexp.MustCompile(`fill:(rgb\([^)]*\)|none)`)
	numberOf = regexp.MustCompile(`-?\d+(?:\.\d+)?`)
)

func shapesOf(svg string) []shape {
	out := []shape{}
	for _, m := range pathOf.FindAllStringSubmatch(svg, -1) {
		s := shape{dashed: strings.Contains(m[1], "stroke-dasharray"), fill: "none"}
		if f := fillOf.FindStringSubmatch(m[1]); f != nil {
			s.fill = f[1]
		}
		numbers := numberOf.FindAllString(m[2], -1)
		for i := 0; i+1 < len(numbers); i += 2 {
			x, _ := strconv.ParseFloat(numbers[i], 64)
			y, _ := strconv.ParseFloat(numbers[i+1], 64)
			s.corners = append(s.corners, [2]float64{x, y})
		}
		out = append(out, s)
	}
	return out
}

// across and high are how far a shape reaches.
func (s shape) across() float64 { left, right, _, _ := s.bounds(); return right - left }
func (s shape) high() float64   { _, _, low, top := s.bounds(); return top - low }

func (s shape) bounds() (left, right, low, top float64) {
	left, right, low, top = math.Inf(1), math.Inf(-1), math.Inf(1), math.Inf(-1)
	for _, c := range s.corners {
		left, right, low, top = min(left, c[0]), max(right, c[0]), min(low, c[1]), max(top, c[1])
	}
	return left, right, low, top
}

// circle is the width of a circle, which is written as six arcs; false for what is none.
func (s shape) circle() (float64, bool) {
	if len(s.corners) != 19 {
		return 0, false
	}
	on := shape{}
	for i := 0; i < len(s.corners); i += 3 { // the others pull at the line
		on.corners = append(on.corners, s.corners[i])
	}
	return on.across(), math.Abs(on.high()/on.across()-math.Sqrt(3)/2) < 0.01
}

const white = "rgb(100%,100%,100%)"

// What is drawn measures true: read out of the page's own lines by a program that knows nothing of the plan, the hole, the ball in it, the board over
// it and the ring of mulch have the plan's lengths to one scale, and the flare stands as high over the board's underside as the plan says.
func TestTheDrawingMeasuresTrueToScale(t *testing.T) {
	dir, all := t.TempDir(), speakers()
	measured := 0
	rapid.Check(t, func(rt *rapid.T) {
		s := rapid.SampledFrom(all).Draw(rt, "speaker")
		house, in, p := plantingtest.Plan(rt)
		dug := func() bool {
			return p.Refused == "" && !p.Locked && p.Hole.HoleDepthMM > 0 && p.Hole.PadUnderMM == 0 && (in.Tree.Form == stock.Container || in.Tree.Form == stock.Balled)
		}
		for range 8 {
			if dug() {
				break
			}
			house, in, p = plantingtest.Plan(rt)
		}
		if !dug() || measured >= 40 && os.Getenv("SEDUM_LONG") == "" {
			return
		}
		day := time.Date(2027, 1, 1, 0, 0, 0, 0, time.UTC).AddDate(0, 0, in.Today.DayOfYear-1)
		raw, err := paper.SheetPDF(s, paper.House{Name: "Quarrywell Nursery"}, paper.Sheet{Number: 7, Tag: "K74-QDX", Common: "Hornbeam", IssuedAt: day, PlantingOn: day, Input: in, Plan: p,
			Words: s.Plan(in, p, care.Calendar(care.FactsOf(house, day, in, p)))}, rapid.SampledFrom([]string{"a4", "letter"}).Draw(rt, "size"), rapid.Bool().Draw(rt, "large"))
		require.NoError(rt, err)
		file := filepath.Join(dir, "sheet")
		require.NoError(rt, os.WriteFile(file+".pdf", raw, 0o600))
		run(t, "pdftocairo", "-svg", "-f", "1", "-l", "1", file+".pdf", file+".svg")
		svg, err := os.ReadFile(file + ".svg")
		require.NoError(rt, err)
		shapes := shapesOf(string(svg))
		hole := -1
		for i, each := range shapes {
			if each.dashed && each.fill != "none" {
				hole = i
				break
			}
		}
		if hole < 0 { // a large drawing may stand on the second page
			return
		}
		measured++
		cut := shapes[hole]
		scale := cut.across() / p.Hole.HoleTopMM
		same := func(what string, mm, is float64) {
			assert.InDelta(rt, mm, is/scale, math.Max(2, mm*0.006), what)
		}
		same("depth of the hole", p.Hole.HoleDepthMM, cut.high())
		_, _, bottom, grade := cut.bounds()
		if p.Schools["shape"] == "saucer" {
			left, right := math.Inf(1), math.Inf(-1)
			for _, c := range cut.corners {
				if c[1] < bottom+0.01 {
					left, right = min(left, c[0]), max(right, c[0])
				}
			}
			same("width of its bottom", p.Hole.HoleBottomMM, right-left)
		}
		ball, board, ring := false, false, false
		for _, each := range shapes[hole+1:] {
			_, _, low, top := each.bounds()
			switch {
			case !ball && each.fill == white && len(each.corners) == 5 && math.Abs(each.across()/scale-in.Tree.BallDiameterMM) < 3 && math.Abs(each.high()/scale-p.Hole.FlareToBaseMM) < 3:
				ball = true
				same("height of the flare", p.StandsMM(), top-grade)
				same("base of the ball on the bottom", 0, low-bottom)
			case !board && each.fill == white && math.Abs(each.across()/scale-(p.Hole.HoleTopMM+260)) < 3:
				board = true
				same("the board's underside at the old ground", 0, low-grade)
			case each.dashed && each.fill == "none" && !ring:
				// The hole from above, within the mulch: a scale of its own.
				wide, is := each.circle()
				if !is {
					continue
				}
				ring = true
				for _, outer := range shapes {
					if all, is := outer.circle(); is && strings.HasPrefix(outer.fill, "rgb(80.") {
						assert.InDelta(rt, p.Hole.HoleTopMM/(2*p.Basin.MulchOuterRadiusMM), wide/all, 0.01, "ring of mulch round the hole")
					}
				}
			}
		}
		assert.True(rt, ball, "the ball stands in the hole at its own size")
		assert.True(rt, board, "the board lies over the hole")
		assert.True(rt, ring, "the hole is seen from above")
	})
	assert.GreaterOrEqual(t, measured, 15, "enough of them were measured")
}
