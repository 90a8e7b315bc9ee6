package desk_test

import (
	"bytes"
	"errors"
	"fmt"
	"image"
	"image/color"
	"image/jpeg"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/arrival"
	"sedum/core/fault"
	"sedum/core/sampling"
	"sedum/core/stock"
	"sedum/desk"
	"sedum/store"
)

func aLot(kind string, form stock.Form, count int) desk.NewLot {
	return desk.NewLot{Kind: kind, Form: form, Pot: "standard", PotL: 20, BallDiameterMM: 300, BallHeightMM: 260, CaliperMM: 26, HeightM: 2, Sizing: "caliper",
		Sensitivity: "average", Count: count, Bundle: 1}
}

func (q quarrywell) takeIn(lots ...desk.NewLot) desk.DeliveryView {
	v, err := q.TakeInDelivery(ctx, q.hand, key(), desk.NewDelivery{Grower: "Marrow Hill Growers", Lots: lots})
	require.NoError(q.t, err)
	return v
}

func TestADeliveryGetsTagsBundlesAndAClock(t *testing.T) {
	q := open(t)
	bundles := aLot("Hazel", stock.BareRoot, 45)
	bundles.Bundle, bundles.Size = 20, "whip"
	v := q.takeIn(aLot("hornbeam", stock.Container, 3), bundles)
	require.Len(t, v.Lots, 2)
	lot, err := q.Lot(ctx, q.hand, v.Lots[1].Number)
	require.NoError(t, err)
	counts := []int{}
	for _, tree := range lot.First {
		counts = append(counts, tree.BundleCount)
	}
	assert.Equal(t, []int{20, 20, 5}, counts)
	assert.Equal(t, 45, lot.Trees)
	clock, err := q.Clock(ctx, q.hand)
	require.NoError(t, err)
	found := false
	for _, u := range clock {
		found = found || (u.Lot.Number == lot.Lot.Number && u.Trees == 45)
	}
	assert.True(t, found, "a bare-root lot has a clock from its arrival")

	part, err := q.SplitBundle(ctx, q.hand, lot.First[0].Tag, key(), 8)
	require.NoError(t, err)
	assert.Equal(t, 8, part.Tree.BundleCount)
	assert.Equal(t, 4, part.Tree.Number)
	lot, err = q.Lot(ctx, q.hand, lot.Lot.Number)
	require.NoError(t, err)
	assert.Equal(t, 45, lot.Trees, "no tree is lost or made by splitting")
	_, err = q.SplitBundle(ctx, q.hand, part.Tree.Tag, key(), 8)
	assertFault(t, err, "count", fault.MustBeUnder)

	_, err = q.TakeInDelivery(ctx, q.hand, key(), desk.NewDelivery{Grower: "", Lots: []desk.NewLot{aLot("Hornbeem", stock.Container, 2)}})
	assertFault(t, err, "grower", fault.Required)
	assertFault(t, err, "lots.0.kind", fault.UnknownKind)
	later := q.Now().Add(time.Hour).Format(time.RFC3339)
	_, err = q.TakeInDelivery(ctx, q.hand, key(), desk.NewDelivery{Grower: "X", ArrivedAt: later, Lots: []desk.NewLot{aLot("Yew", stock.Container, 2)}})
	assertFault(t, err, "arrived_at", fault.AtMost)
}

func assertFault(t *testing.T, err error, field string, code fault.Code) {
	t.Helper()
	var l fault.List
	require.True(t, errors.As(err, &l), "%v", err)
	for _, f := range l {
		if f.Field == field && f.Code == code {
			return
		}
	}
	assert.Fail(t, "no such fault", "%s %s in %v", field, code, l)
}

func assertRefused(t *testing.T, err error, code string) {
	t.Helper()
	var r desk.Refused
	require.True(t, errors.As(err, &r), "%v", err)
	assert.Equal(t, code, r.Code)
}

func TestANoteIsReadInOnceAndGoesOnWhereItStopped(t *testing.T) {
	q := open(t)
	var text strings.Builder
	text.WriteString("plant;form;litres;count\n")
	for i := range 600 {
		kind := "Hornbeam"
		if i%100 == 7 {
			kind = "Hornbean"
		}
		fmt.Fprintf(&text, "%s;pot;12,5;2\n", kind)
	}
	p, err := q.OpenNote(ctx, q.hand, "spring.csv", []byte(text.String()))
	require.NoError(t, err)
	assert.Equal(t, 600, p.Total)
	assert.Equal(t, 594, p.Sound)
	assert.Equal(t, 1188, p.Trees)
	assert.Equal(t, "Hornbeam", p.Faulty[0].Faults[0].Limit, "the nearest kind is offered")
	ask := desk.NoteDelivery{Grower: "New Grower", Columns: map[string]int{"kind": 0, "form": 1, "pot_l": 2, "count": 3}}
	first, err := q.ReadInNote(ctx, q.hand, p.ID, ask)
	require.NoError(t, err)
	again, err := q.ReadInNote(ctx, q.hand, p.ID, ask)
	require.NoError(t, err)
	assert.Equal(t, first, again, "the same request twice changes nothing")
	for ask.From = first.Done; ask.From < first.Total; {
		step, err := q.ReadInNote(ctx, q.hand, p.ID, ask)
		require.NoError(t, err)
		require.Greater(t, step.Done, ask.From)
		ask.From, first.Trees = step.Done, step.Trees
	}
	assert.Equal(t, 1188, first.Trees)
	d, err := q.Delivery(ctx, q.hand, first.Delivery)
	require.NoError(t, err)
	assert.Len(t, d.Lots, 594)

	twice, err := q.OpenNote(ctx, q.hand, "spring copy.csv", []byte(text.String()))
	require.NoError(t, err)
	require.NotNil(t, twice.Before)
	ask.From = 0
	_, err = q.ReadInNote(ctx, q.hand, twice.ID, ask)
	assertRefused(t, err, "same-note")
	_, err = q.OpenNote(ctx, q.hand, "x.csv", bytes.Repeat([]byte("a"), desk.NoteLimit+1))
	var u arrival.Unreadable
	require.ErrorAs(t, err, &u)
	assert.Equal(t, "too-large", u.Code)
}

// judge saves a sound look, or one with rotten roots.
func (q quarrywell) judge(tag string, rotten bool) {
	v, err := q.Tree(ctx, q.hand, tag)
	require.NoError(q.t, err)
	r := soundLook()
	if rotten {
		r.Texture, r.Odour = "soft", "sour"
	}
	_, err = q.SaveCheck(ctx, q.hand, tag, key(), desk.NewCheck{Version: v.Tree.Version, Readings: r})
	require.NoError(q.t, err)
}

func TestALotStandsInRows(t *testing.T) {
	q := open(t)
	v, err := q.StandInRows(ctx, q.hand, 14, sampling.Rows{PerRow: 6})
	require.NoError(t, err)
	assert.Equal(t, 6, v.Lot.PerRow)
	_, err = q.StandInRows(ctx, q.hand, 14, sampling.Rows{PerRow: 1001})
	var l fault.List
	require.ErrorAs(t, err, &l)
	assert.Equal(t, fault.Fault{Field: "per_row", Code: fault.AtMost, Limit: 1000.0}, l[0])
	_, err = q.StandInRows(ctx, q.hand, 9999, sampling.Rows{PerRow: 6})
	assert.ErrorIs(t, err, store.ErrMissing)
	_, err = q.StandInRows(ctx, desk.Caller{}, 14, sampling.Rows{PerRow: 6})
	assert.ErrorIs(t, err, desk.ErrNotAllowed)
	v, err = q.StandInRows(ctx, q.hand, 14, sampling.Rows{})
	require.NoError(t, err)
	assert.Zero(t, v.Lot.PerRow, "they stand in no rows any more")
}

func TestASampleIsToldOnlyAtItsLooks(t *testing.T) {
	q := open(t)
	number := q.takeIn(aLot("Hornbeam", stock.Container, 60)).Lots[0].Number
	v, err := q.Lot(ctx, q.hand, number)
	require.NoError(t, err)
	want, err := sampling.Announce(sampling.PlanInput{LotSize: 60, TolerableShare: 0.1, Confidence: 0.95}, 2)
	require.NoError(t, err)
	assert.Equal(t, want, v.Plan.Options[1])
	v, err = q.DrawLot(ctx, q.hand, number, key(), 2)
	require.NoError(t, err)
	_, err = q.DrawLot(ctx, q.hand, number, key(), 1)
	assertRefused(t, err, "sample-drawn")
	tags := map[int]string{}
	for _, tree := range v.First {
		tags[tree.Number] = tree.Tag
	}
	first := v.Sample.Looks[0].Checked
	for i, place := range v.Sample.Drawn[:first] {
		require.Nil(t, v.Found.Answer, "between looks nothing is answered")
		assert.Equal(t, tags[place], v.Found.NextTag)
		q.judge(tags[place], i == 3)
		v, err = q.Lot(ctx, q.hand, number)
		require.NoError(t, err)
		assert.Equal(t, i+1, v.Found.Checked)
	}
	require.NotNil(t, v.Found.Answer)
	expect, err := sampling.Answer(sampling.ResultInput{LotSize: 60, Checked: first, Defective: 1, TolerableShare: 0.1, Confidence: 0.95, Looks: 2})
	require.NoError(t, err)
	assert.Equal(t, expect, *v.Found.Answer)
	assert.Equal(t, sampling.KeepChecking, expect.Decision)
	assert.Equal(t, v.Sample.Looks[1].Checked-first, v.Found.Left)
}

func TestClosingALotMovesItsTreesAndIsTheManagersWord(t *testing.T) {
	q := open(t)
	for decision, c := range map[string]struct{ unchecked, sound stock.State }{
		"released": {stock.Unreleased, stock.ForSale}, "refused": {stock.Apart, stock.Apart},
	} {
		number := q.takeIn(aLot("Hornbeam", stock.Container, 4)).Lots[0].Number
		v, err := q.Lot(ctx, q.hand, number)
		require.NoError(t, err)
		q.judge(v.First[0].Tag, false)
		v, err = q.CloseLot(ctx, q.hand, number, key(), desk.LotClosing{Version: v.Lot.Version, Decision: decision})
		require.NoError(t, err)
		assert.Equal(t, "open", v.Lot.Decision, "a yard hand proposes")
		assert.True(t, v.Decisions[0].Proposed)
		follows := desk.Follows(v)[decision]
		v, err = q.CloseLot(ctx, q.manager, number, key(), desk.LotClosing{Version: v.Lot.Version, Decision: decision})
		require.NoError(t, err)
		assert.Equal(t, decision, v.Lot.Decision)
		assert.Equal(t, c.sound, v.First[0].State)
		assert.Equal(t, c.unchecked, v.First[1].State)
		assert.Equal(t, map[string]int{"released": 3, "refused": 4}[decision], follows.Trees, "it was said beforehand")
		_, err = q.CloseLot(ctx, q.manager, number, key(), desk.LotClosing{Version: v.Lot.Version, Decision: decision})
		assertRefused(t, err, "lot-closed")
		_, err = q.CloseLot(ctx, q.manager, number, key(), desk.LotClosing{Version: 1, Decision: decision})
		assert.ErrorAs(t, err, &desk.Stale{})
	}
}

func TestANoteToTheGrowerSendsBackAndIsAnswered(t *testing.T) {
	q := open(t)
	number := q.takeIn(aLot("Hornbeam", stock.Container, 6)).Lots[0].Number
	_, err := q.SendGrowerNote(ctx, q.manager, number, key(), desk.NewGrowerNote{Asked: "credit", Language: "en-US", Units: "metric"})
	assertRefused(t, err, "nothing-found")
	v, err := q.Lot(ctx, q.hand, number)
	require.NoError(t, err)
	for i := range 3 {
		q.judge(v.First[i].Tag, i == 0)
	}
	_, err = q.SendGrowerNote(ctx, q.advisor, number, key(), desk.NewGrowerNote{Asked: "credit", Language: "en-US", Units: "metric"})
	assert.ErrorIs(t, err, desk.ErrNotAllowed)
	n, err := q.SendGrowerNote(ctx, q.manager, number, key(), desk.NewGrowerNote{Asked: "credit", Message: "soft", Language: "en-US", Units: "metric"})
	require.NoError(t, err)
	assert.Equal(t, 3, n.Content.Checked)
	assert.Equal(t, 1, n.Content.Faulty)
	assert.Equal(t, 1, n.Content.Returned)
	assert.Contains(t, n.Content.Findings[0].Codes, "roots.root-rot")
	v, err = q.Lot(ctx, q.hand, number)
	require.NoError(t, err)
	assert.Equal(t, stock.SentBack, v.First[0].State)
	n, err = q.AnswerNote(ctx, q.manager, n.Number, desk.GrowerAnswer{Version: 1, Answer: "agreed"})
	require.NoError(t, err)
	assert.Equal(t, "agreed", n.Answer)
	_, err = q.AnswerNote(ctx, q.manager, n.Number, desk.GrowerAnswer{Version: 1, Answer: "refused"})
	assert.ErrorAs(t, err, &desk.Stale{})
	growers, err := q.Growers(ctx, q.hand)
	require.NoError(t, err)
	for _, g := range growers {
		low, high := sampling.Interval(g.Faulty.Found, g.Faulty.Checked)
		assert.InDelta(t, low, g.Faulty.Low, 1e-12)
		assert.InDelta(t, high, g.Faulty.High, 1e-12)
		inSeasons := 0
		for _, s := range g.Seasons {
			inSeasons += s.Checked
		}
		assert.Equal(t, g.Faulty.Checked, inSeasons)
	}
}

func TestTheWorkListIsByToolAndFreesWhatWaited(t *testing.T) {
	q := open(t)
	w, err := q.WorkList(ctx, q.hand)
	require.NoError(t, err)
	require.NotEmpty(t, w.Tools)
	for _, tool := range w.Tools {
		for _, item := range tool.Items {
			assert.Equal(t, tool.Tool, stock.ToolOf(item.Work.Code))
			assert.Equal(t, stock.InWork, item.Tree.State)
		}
	}
	first := w.Tools[0].Items[0]
	_, err = q.Correct(ctx, q.hand, first.Tree.Tag, key(), first.Work.Key, true)
	require.NoError(t, err)
	after, err := q.WorkList(ctx, q.hand)
	require.NoError(t, err)
	assert.Len(t, after.Tools[0].Items, len(w.Tools[0].Items)-1)

	// In summer a thick shave is over the limit: the tree waits, and is free when it is dormant.
	number := q.takeIn(aLot("Hornbeam", stock.Container, 1)).Lots[0].Number
	v, err := q.Lot(ctx, q.hand, number)
	require.NoError(t, err)
	r := soundLook()
	r.Roots = []stock.Circler{{Root: stock.Root{Zone: "side", DiameterMM: 16, ArcDeg: 200}}}
	summer := time.Date(2027, 7, 20, 10, 0, 0, 0, time.UTC)
	q.Now = func() time.Time { return summer }
	saved, err := q.save(q.hand, v.First[0].Tag, desk.NewCheck{Version: 1, Readings: withLeaves(r)})
	require.NoError(t, err)
	require.Equal(t, stock.Held, saved.Tree.State)
	require.NotNil(t, saved.Tree.DueOn)
	held := func() desk.HeldTree {
		w, err := q.WorkList(ctx, q.hand)
		require.NoError(t, err)
		for _, h := range w.Held {
			if h.Tree.Tag == v.First[0].Tag {
				return h
			}
		}
		require.Fail(t, "not held")
		return desk.HeldTree{}
	}
	assert.False(t, held().Freed)
	q.Now = func() time.Time { return time.Date(2027, 11, 20, 10, 0, 0, 0, time.UTC) }
	assert.True(t, held().Freed)
}

func withLeaves(r stock.Readings) stock.Readings {
	r.Above.Leaves = "sound"
	return r
}

func photograph(t *testing.T, width, height int) []byte {
	t.Helper()
	img := image.NewRGBA(image.Rect(0, 0, width, height))
	for x := range width {
		for y := range height {
			img.Set(x, y, color.RGBA{uint8(x), uint8(y), 90, 255})
		}
	}
	var out bytes.Buffer
	require.NoError(t, jpeg.Encode(&out, img, nil))
	return out.Bytes()
}

// withPlace puts camera data into a JPEG: turned by a quarter (orientation 6) and a text that must not survive.
func withPlace(file []byte) []byte {
	exif := append([]byte("Exif\x00\x00MM\x00\x2a\x00\x00\x00\x08\x00\x01\x01\x12\x00\x03\x00\x00\x00\x01\x00\x06\x00\x00\x00\x00\x00\x00"), []byte("47.1000N 9.5000E")...)
	head := []byte{0xFF, 0xD8, 0xFF, 0xE1, byte((len(exif) + 2) >> 8), byte(len(exif) + 2)}
	return append(append(head, exif...), file[2:]...)
}

func TestAPhotographKeepsNoPlaceAndIsTurnedUpright(t *testing.T) {
	q := open(t)
	tag := q.treeIn(stock.Unchecked).Tag
	v, err := q.AddPhoto(ctx, q.hand, tag, key(), "root", "a root", withPlace(photograph(t, 2400, 1200)))
	require.NoError(t, err)
	require.Len(t, v.Photos, 1)
	p, err := q.Photo(ctx, q.hand, v.Photos[0].ID)
	require.NoError(t, err)
	assert.Equal(t, []int{800, 1600}, []int{p.Width, p.Height}, "bounded, and upright")
	for _, file := range [][]byte{p.Picture, p.Thumbnail} {
		assert.NotContains(t, string(file), "47.1000N")
		assert.NotContains(t, string(file), "Exif")
		_, err := jpeg.Decode(bytes.NewReader(file))
		require.NoError(t, err)
	}
	assert.Less(t, len(p.Thumbnail), 60_000)
	for name, bad := range map[string][]byte{"text": []byte("photo.jpg"), "half": photograph(t, 40, 40)[:200], "gif": []byte("GIF89a....")} {
		_, err = q.AddPhoto(ctx, q.hand, tag, key(), "root", "", bad)
		assertRefused(t, err, "photo-kind")
		_ = name
	}
	_, err = q.AddPhoto(ctx, q.hand, tag, key(), "sky", "", photograph(t, 40, 40))
	assertFault(t, err, "part", fault.NotAChoice)
	for range 11 {
		_, err = q.AddPhoto(ctx, q.hand, tag, key(), "label", "", photograph(t, 40, 40))
		require.NoError(t, err)
	}
	_, err = q.AddPhoto(ctx, q.hand, tag, key(), "label", "", photograph(t, 40, 40))
	assertRefused(t, err, "photo-count")
	require.NoError(t, q.RemovePhoto(ctx, q.hand, v.Photos[0].ID))
	_, err = q.Photo(ctx, q.hand, v.Photos[0].ID)
	assert.ErrorIs(t, err, store.ErrMissing)
}

func TestAMeasureIsWeighedOnceAndRetired(t *testing.T) {
	q := open(t)
	list, err := q.AddMeasure(ctx, q.hand, key(), desk.NewMeasure{Name: "tin cup", Kind: "cup", Substance: "gel powder", Amount: 140, Unit: "g"})
	require.NoError(t, err)
	assert.Len(t, list, 4)
	_, err = q.AddMeasure(ctx, q.hand, key(), desk.NewMeasure{Name: "tin cup", Kind: "cup", Substance: "bark", Amount: 1, Unit: "l"})
	assertRefused(t, err, "measure-name")
	_, err = q.AddMeasure(ctx, q.hand, key(), desk.NewMeasure{Name: " ", Kind: "cup", Substance: "bark", Amount: 0, Unit: "l"})
	assertFault(t, err, "name", fault.Required)
	assertFault(t, err, "amount", fault.MustExceed)
	for _, m := range list {
		if m.Name == "tin cup" {
			require.NoError(t, q.RetireMeasure(ctx, q.hand, m.ID))
		}
	}
	list, err = q.AddMeasure(ctx, q.hand, key(), desk.NewMeasure{Name: "tin cup", Kind: "cup", Substance: "bark", Amount: 1, Unit: "l"})
	require.NoError(t, err, "a retired name may be used again")
	assert.Len(t, list, 4)
}
