package paper_test

import (
	"os/exec"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/paper"
	"sedum/words"
)

// codesOn reads every code of a page as a scanner of documents would: the whole page at so many dots per inch.
func codesOn(t *testing.T, raw []byte, dpi string, grey bool) []string {
	t.Helper()
	at := filepath.Join(t.TempDir(), "page")
	args := []string{"-png", "-r", dpi, "-singlefile"}
	if grey {
		args = append(args, "-gray")
	}
	run(t, "pdftoppm", append(args, keep(t, raw), at)...)
	out, err := exec.Command("zbarimg", "--quiet", "--raw", "-Sdisable", "-Sqr.enable", at+".png").Output()
	require.NoError(t, err)
	codes := strings.Fields(string(out))
	slices.Sort(codes)
	return codes
}

// Every label of a page is read from a scan of the whole page at 150 dpi, on either paper, whether its code is the tag alone or leads to
// a house with a long name.
func TestEveryCodeOfAPageIsRead(t *testing.T) {
	for name, c := range map[string]struct{ web, before string }{
		"the tag alone": {"", ""}, "a house": {"https://yard.quarrywell.example", "HTTPS://YARD.QUARRYWELL.EXAMPLE/T/"},
		"a long name and a port": {"http://trees-and-shrubs.of-the-upper-valley.example:18443/", "HTTP://TREES-AND-SHRUBS.OF-THE-UPPER-VALLEY.EXAMPLE:18443/T/"},
	} {
		for _, size := range []string{"a4", "letter"} {
			want := []string{}
			page := labels(18)
			for _, l := range page {
				want = append(want, c.before+l.Tag)
			}
			raw, err := paper.LabelsPDF(words.For("en-US", words.Metric), paper.House{Name: "Quarrywell Trees", Web: c.web}, page, size, day)
			require.NoError(t, err)
			for _, grey := range []bool{false, true} {
				assert.Equal(t, want, codesOn(t, raw, "150", grey), "%s, %s", name, size)
			}
		}
	}
}
