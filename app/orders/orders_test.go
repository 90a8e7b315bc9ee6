package orders_test

import (
	"bytes"
	"encoding/csv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"github.com/xuri/excelize/v2"

	. "sedum/app/apptest"
	"sedum/app/orders"
	"sedum/app/prices"
	"sedum/app/sheets"
	"sedum/core/order"
	"sedum/core/stock"
	"sedum/kernel"
	"sedum/paper"
)

func issued(w *World, customer string) int {
	t := w.TreeIn(stock.ForSale)
	number, err := Did[int](w, w.Advisor, "issue-sheet", kernel.None{}, sheets.Issue{TreeVersion: t.Version, Units: "metric", Language: "en-US", SignedReason: "they water it", PlanAsk: sheets.PlanAsk{Tag: t.Tag, SpotID: w.SpotOf(customer).ID,
		PlantingOn: "2026-11-25", HighC: Ptr(6.0), Ground: "workable", Buds: "dormant", StandsAlone: Ptr(true)}})
	require.NoError(w.T, err)
	return number
}

// The house's prices make a total; a withdrawn sheet, and one that somebody leaves out, do not count; another customer's never do.
func TestAnOrderIsWhatACustomersSheetsTake(t *testing.T) {
	w := Open(t)
	number := issued(w, "Petra Averill")
	see := func(a orders.Ask) orders.Page { a.Number = number; return Saw[orders.Page](w, "order-of-sheet", a) }
	one := see(orders.Ask{})
	require.Len(t, one.Sheets, 1, "the sheets of others are not hers")
	assert.Equal(t, "Petra Averill", one.Customer)
	mulch := one.Lines[0]
	require.Equal(t, order.Material("mulch"), mulch.Material)
	require.NotNil(t, mulch.Cents)

	// Twice the price for a bag: the bag's line doubles, and the total follows.
	list := Saw[prices.List](w, "list-prices", kernel.None{})
	require.Equal(t, order.Material("mulch"), list.Prices[0].Material)
	change := prices.Changed{Version: list.Prices[0].Version, Cents: Ptr(2 * *list.Prices[0].Cents)}
	w.Deed(w.Manager, "change-price", prices.ByMaterial{Material: "mulch"}, change)
	dearer := see(orders.Ask{})
	assert.Equal(t, 2**mulch.Cents, *dearer.Lines[0].Cents)
	assert.Nil(t, dearer.Lines[0].LooseCents, "loose was taken off the list")
	assert.ErrorAs(t, w.Err(w.Manager, "change-price", prices.ByMaterial{Material: "mulch"}, change), new(kernel.Stale), "written from an old list")
	Fault(t, w.Err(w.Manager, "change-price", prices.ByMaterial{Material: "stakes"}, prices.Changed{Version: list.Prices[10].Version, LooseCents: Ptr(5)}), "loose_cents", "not_loose")
	assert.ErrorIs(t, w.Err(w.Manager, "change-price", prices.ByMaterial{Material: "gold"}, prices.Changed{}), kernel.ErrMissing)

	// The house plants: its hours count; a hose of 10 L in 30 s runs 3 seconds for each litre.
	planted := see(orders.Ask{Hands: true, CanL: 10, Seconds: 30})
	assert.Greater(t, planted.Order.TotalCents, dearer.Order.TotalCents)
	require.NotNil(t, planted.HoseMinutes)
	assert.InDelta(t, planted.Order.WaterL*3/60, *planted.HoseMinutes, 0.5)

	left := see(orders.Ask{Without: "3"})
	assert.False(t, left.Sheets[0].Counts)
	assert.Empty(t, left.Lines)
	assert.Zero(t, left.Order.TotalCents)
	Fault(t, w.Err(w.Advisor, "order-of-sheet", orders.Ask{Number: number, Without: "x"}, nil), "without", "not_whole")
	w.Deed(w.Manager, "withdraw-sheet", ByNumber(number), sheets.Withdrawal{Reason: "she chose another"})
	assert.Empty(t, see(orders.Ask{}).Sheets, "a withdrawn sheet takes nothing")
}

// The table that goes along says what the page says, as CSV and as a workbook.
func TestAnOrderGoesAlongAsATable(t *testing.T) {
	w := Open(t)
	number := issued(w, "Petra Averill")
	p := Saw[orders.Page](w, "order-of-sheet", orders.Ask{Number: number})
	rows := orders.Table(p)
	file, err := paper.TableCSV(rows, "comma")
	require.NoError(t, err)
	read, err := csv.NewReader(strings.NewReader(strings.TrimPrefix(string(file), "\uFEFF"))).ReadAll()
	require.NoError(t, err)
	assert.Equal(t, rows, read)
	assert.Equal(t, "total", read[len(read)-1][0])
	book, err := paper.TableBook(rows)
	require.NoError(t, err)
	opened, err := excelize.OpenReader(bytes.NewReader(book))
	require.NoError(t, err)
	kept, err := opened.GetRows(opened.GetSheetName(0))
	require.NoError(t, err)
	assert.Equal(t, rows[0], kept[0])
	assert.Len(t, kept, len(rows))
	require.NoError(t, opened.Close())
}
