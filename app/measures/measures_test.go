package measures_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/measures"
	"sedum/core/fault"
	"sedum/kernel"
)

func TestAMeasureIsWeighedOnceAndRetired(t *testing.T) {
	w := Open(t)
	add := func(n measures.NewMeasure) error { return w.Err(w.Hand, "add-measure", kernel.None{}, n) }
	all := func() []measures.Shown { return Saw[measures.All](w, "list-measures", kernel.None{}).Measures }
	require.NoError(t, add(measures.NewMeasure{Name: "tin cup", Kind: "cup", Substance: "gel powder", Amount: 140, Unit: "g"}))
	assert.Len(t, all(), 4)
	Refused(t, add(measures.NewMeasure{Name: "tin cup", Kind: "cup", Substance: "bark", Amount: 1, Unit: "l"}), "measure-name")
	Fault(t, add(measures.NewMeasure{Name: " ", Kind: "cup", Substance: "bark", Amount: 1, Unit: "l"}), "name", fault.Required)
	Fault(t, add(measures.NewMeasure{Name: "x", Kind: "cup", Substance: "bark", Amount: 0, Unit: "l"}), "amount", fault.MustExceed)
	for _, m := range all() {
		if m.Name == "tin cup" {
			w.Deed(w.Hand, "retire-measure", ByID(m.ID), nil)
		}
	}
	assert.ErrorIs(t, w.Err(w.Hand, "retire-measure", ByID("nothing"), nil), kernel.ErrMissing)
	require.NoError(t, add(measures.NewMeasure{Name: "tin cup", Kind: "cup", Substance: "bark", Amount: 1, Unit: "l"}), "a retired name may be used again")
	assert.Len(t, all(), 4)
}
