package e2e_test

import (
	"fmt"
	"os"
	"path/filepath"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/require"
)

// A day that is none to plant on has no steps and no sheet on the screen: the reason, the next good day, and how the tree is kept until then.
func TestADayThatIsNoneHasNoSteps(t *testing.T) {
	h := openHouse(t)
	p := h.open(1280, 800, false)
	p.signIn("Wren Halloway")
	p.goTo(fmt.Sprintf("/plan/%s/%s", h.SpotOf("Petra Averill").ID, h.tagIn(16, "for-sale")))
	p.sees("Issue the sheet")
	p.choose("The ground that day", "frozen")
	p.sees("Do not plant today")
	p.sees("The ground is frozen.")
	p.sees("Ask again when that has passed.")
	p.sees("Until then keep it in its pot")
	if folder := os.Getenv("SEDUM_SHOTS"); folder != "" {
		p.picture(filepath.Join(folder, "no-plan.png"))
	}
	var buttons string
	p.do(chromedp.Evaluate(`[...document.querySelectorAll('button')].map((b) => b.textContent).join('|')`, &buttons))
	require.NotContains(t, buttons, "Issue the sheet")
	p.choose("The ground that day", "workable")
	p.sees("Issue the sheet")
}
