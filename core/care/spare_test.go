package care_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"sedum/core/care"
	"sedum/core/rules"
)

// Buds on day 98: the spare is taken thirty days before, on 9 March, the next that comes; after that it is renewed every three years.
func TestASpareIsTakenAtRestAndRenewed(t *testing.T) {
	h, f := rules.House{}, facts()
	for dear, on := range map[string]string{"2026-12-01": "2027-03-09", "2027-03-08": "2027-03-09", "2027-03-09": "2028-03-09", "2027-07-01": "2028-03-09"} {
		code, day := care.SpareDate(h, f, date(dear), nil)
		assert.Equal(t, care.SpareTake, code)
		assert.Equal(t, on, day.Format("2006-01-02"), dear)
	}
	taken := date("2027-03-10")
	code, day := care.SpareDate(h, f, date("2026-12-01"), &taken)
	assert.Equal(t, care.SpareRenew, code)
	assert.Equal(t, "2030-03-10", day.Format("2006-01-02"))
	f.Southern, f.BudSwellDay = true, nil
	_, day = care.SpareDate(h, f, date("2026-12-01"), nil)
	assert.Equal(t, "2027-09-04", day.Format("2006-01-02"), "day 95 of the north is day 277 there, and thirty days before it 247")
}
