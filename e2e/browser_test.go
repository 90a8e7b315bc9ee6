package e2e_test

import (
	"context"
	"crypto/tls"
	"encoding/json"
	"errors"
	"fmt"
	"net"
	"net/http"
	"os"
	"path/filepath"
	"strings"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"github.com/chromedp/cdproto/emulation"
	"github.com/chromedp/cdproto/log"
	"github.com/chromedp/cdproto/page"
	"github.com/chromedp/cdproto/runtime"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/require"

	"sedum/app"
	"sedum/app/apptest"
	"sedum/app/copies"
	"sedum/app/people"
	"sedum/app/reminders"
	"sedum/database/testdb"
	"sedum/demo"
	"sedum/kernel"
	"sedum/standin"
	"sedum/ui"
)

// house is the demo nursery served from a database of the test's own.
type house struct {
	*apptest.World
	t       *testing.T
	address string
	server  *http.Server
	// secret is the certificate of a house that serves over HTTPS; nil over HTTP.
	secret *tls.Certificate
	// ahead is by how much the house's clock runs before ours, for what takes months.
	ahead atomic.Int64
	// copied serves customers' copies.
	copied   *http.Server
	copiedAt string
}

// serveCopies starts the listener of customers' copies, on the address that it had.
func (h *house) serveCopies(public net.Listener) {
	files, names := ui.Copies()
	h.copiedAt = public.Addr().String()
	h.copied = &http.Server{Handler: copies.NewPublic(h.Kernel, files, names).Letters(reminders.Desk{Mailer: &standin.Mail{}, Public: "http://" + public.Addr().String()}), ReadHeaderTimeout: 5 * time.Second}
	server := h.copied
	go func() { _ = server.Serve(public) }()
	h.t.Cleanup(func() { _ = server.Close() })
}

// openHouse starts the program's own face over a fresh demo.
func openHouse(t *testing.T) *house {
	t.Helper()
	beside(t)
	return openAlone(t)
}

// openAlone is openHouse for a test that measures what a busy machine would change: it runs beside no other.
func openAlone(t *testing.T) *house {
	t.Helper()
	return served(t, demo.Load)
}

func served(t *testing.T, load loads) *house {
	t.Helper()
	h := newHouse(t, false, load)
	h.serve("127.0.0.1:0")
	t.Cleanup(func() { _ = h.server.Close() })
	return h
}

// loads fills a house that is empty.
type loads func(context.Context, *kernel.Kernel) error

// stale is for how long a demo is copied: it is told from the moment at which it was loaded.
const stale = 2 * time.Minute

var (
	loaded   = map[string]time.Time{}
	loadedMu sync.Mutex
)

// lately names what of this kind was loaded within the last two minutes, or is to be.
func lately(kind string) string {
	loadedMu.Lock()
	defer loadedMu.Unlock()
	if time.Since(loaded[kind]) > stale {
		loaded[kind] = time.Now()
	}
	return kind + loaded[kind].String()
}

// withSummer loads the demo with a summer behind its trees.
func withSummer(ctx context.Context, k *kernel.Kernel) error {
	if err := demo.Load(ctx, k); err != nil {
		return err
	}
	return demo.LoadPlanted(ctx, k)
}

// newHouse is the demo as it is now, in a database of the test's own.
func newHouse(t *testing.T, secure bool, load loads) *house {
	t.Helper()
	signIns := []people.DemoSignIn{}
	for _, p := range demo.People() {
		signIns = append(signIns, people.DemoSignIn{Name: p.Name, Role: p.Role, SignIn: p.SignIn, Password: p.Password})
	}
	// Customers' copies have a listener of their own, as in the program.
	public, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(t, err)
	h := &house{t: t}
	settings := app.Settings{Clock: func() time.Time { return time.Now().Add(time.Duration(h.ahead.Load())) }, Demo: signIns, TLS: secure, Public: "http://" + public.Addr().String(), Pages: ui.Pages(), Outside: demo.Outside()}
	k := testdb.Copy(t, settings, lately(fmt.Sprintf("%p", load)), func(k *kernel.Kernel) error { return load(context.Background(), k) })
	h.World = apptest.Of(t, k)
	h.serveCopies(public)
	return h
}

// begun are the tests that run beside each other already: a test may open more than one house.
var begun sync.Map

// beside lets a test run beside others: each has a house, a database and a browser of its own, and waits for these most of the time.
func beside(t *testing.T) {
	if _, twice := begun.LoadOrStore(t, true); !twice {
		t.Parallel()
	}
}

// serve starts the server; on the address it had before, when it was stopped in between.
func (h *house) serve(address string) {
	h.t.Helper()
	listener, err := net.Listen("tcp", address)
	require.NoError(h.t, err)
	h.address = "http://" + listener.Addr().String()
	if h.secret != nil {
		h.address = "https://" + listener.Addr().String()
		listener = tls.NewListener(listener, &tls.Config{Certificates: []tls.Certificate{*h.secret}, MinVersion: tls.VersionTLS12})
	}
	h.server = &http.Server{Handler: h.Handler(), ReadHeaderTimeout: 5 * time.Second}
	server := h.server
	go func() { _ = server.Serve(listener) }()
}

// hand is a person at a browser window of their own.
type hand struct {
	t   *testing.T
	ctx context.Context
	h   *house

	mu        sync.Mutex
	complaint []string
}

// patience is long: a step that takes a blink here may take long on a busy machine.
const patience = 60 * time.Second

// open starts Chromium with an empty profile and a window of that size.
func (h *house) open(width, height int64, touch bool, flags ...chromedp.ExecAllocatorOption) *hand {
	h.t.Helper()
	options := append(chromedp.DefaultExecAllocatorOptions[:],
		chromedp.ExecPath(chromium(h.t)), chromedp.NoSandbox, chromedp.DisableGPU, chromedp.WindowSize(int(width), int(height)),
		chromedp.Flag("disable-quic", true), chromedp.Flag("disable-background-networking", true), chromedp.Flag("disable-sync", true),
		chromedp.Flag("disable-component-update", true), chromedp.Flag("no-first-run", true), chromedp.Flag("disable-dev-shm-usage", true),
		chromedp.Flag("lang", "en-US"), chromedp.Flag("force-color-profile", "srgb"))
	options = append(options, flags...)
	allocator, stop := chromedp.NewExecAllocator(context.Background(), options...)
	ctx, cancel := chromedp.NewContext(allocator)
	h.t.Cleanup(func() { cancel(); stop() })
	p := &hand{t: h.t, ctx: ctx, h: h}
	chromedp.ListenTarget(ctx, p.listen)
	p.do(log.Enable(), emulation.SetDeviceMetricsOverride(width, height, 1, touch), emulation.SetTouchEmulationEnabled(touch))
	return p
}

func chromium(t *testing.T) string {
	for _, at := range []string{"/usr/bin/chromium", "/usr/bin/chromium-browser", "/usr/bin/google-chrome"} {
		if _, err := os.Stat(at); err == nil {
			return at
		}
	}
	t.Fatal("Chromium is missing: ./run test installs it")
	return ""
}

// listen keeps what the page complains of: violated content policy, errors, exceptions.
func (p *hand) listen(event any) {
	p.mu.Lock()
	defer p.mu.Unlock()
	switch e := event.(type) {
	case *log.EventEntryAdded:
		if e.Entry.Source == log.SourceSecurity || strings.Contains(e.Entry.Text, "Content Security Policy") {
			p.complaint = append(p.complaint, e.Entry.Text)
		}
	case *runtime.EventExceptionThrown:
		p.complaint = append(p.complaint, e.ExceptionDetails.Error())
	}
}

// complaints since the last call.
func (p *hand) complaints() []string {
	p.mu.Lock()
	defer p.mu.Unlock()
	out := p.complaint
	p.complaint = nil
	return out
}

func (p *hand) do(actions ...chromedp.Action) {
	p.t.Helper()
	ctx, cancel := context.WithTimeout(p.ctx, patience)
	defer cancel()
	// The first call starts the browser, which must outlive this deadline.
	if chromedp.FromContext(p.ctx).Target == nil {
		ctx = p.ctx
	}
	if err := chromedp.Run(ctx, actions...); err != nil {
		p.picture(filepath.Join(os.TempDir(), "sedum-failed.png"))
		require.NoError(p.t, err, "at %s\n%s", p.location(), p.text("body"))
	}
}

func (p *hand) location() string {
	ctx, cancel := context.WithTimeout(p.ctx, 2*time.Second)
	defer cancel()
	var at string
	_ = chromedp.Run(ctx, chromedp.Location(&at))
	return at
}

func (p *hand) goTo(path string) { p.t.Helper(); p.do(chromedp.Navigate(p.h.address + path)) }

// byText names an element by what it shows.
func byText(element, text string) string {
	return fmt.Sprintf(`//%s[contains(normalize-space(.), %q)]`, element, text)
}

// byLabel names a field by its label.
func byLabel(label string) string {
	return fmt.Sprintf(`//*[@id=//label[contains(normalize-space(.), %q)]/@for] | //label[contains(normalize-space(.), %q)]//*[self::input or self::select] | //*[self::input or self::select][contains(@aria-label, %q)]`, label, label, label)
}

func (p *hand) press(element, text string) {
	p.t.Helper()
	p.touch(byText(element, text))
}

// awaits waits in the page until an expression holds, and gives what it came to: asked from here every few milliseconds, a busy page would
// spend its time on answering. A page that is left meanwhile is asked anew.
func (p *hand) awaits(expression string, value any) {
	p.t.Helper()
	script := fmt.Sprintf(`new Promise((done) => {
		const over = Date.now() + 2000
		const look = async () => {
			const got = await (%s)
			if (got || Date.now() > over) done(got || null)
			else setTimeout(look, 40)
		}
		look()
	})`, expression)
	ctx, cancel := context.WithTimeout(p.ctx, patience)
	defer cancel()
	var err error
	for ctx.Err() == nil {
		var got json.RawMessage
		if err = chromedp.Run(ctx, chromedp.Evaluate(script, &got, awaitPromise)); err == nil && len(got) > 0 && string(got) != "null" {
			if value != nil {
				require.NoError(p.t, json.Unmarshal(got, value))
			}
			return
		}
		var thrown *runtime.ExceptionDetails
		if errors.As(err, &thrown) {
			break
		}
		time.Sleep(20 * time.Millisecond) // between two pages there is nobody to ask
	}
	p.picture(filepath.Join(os.TempDir(), "sedum-failed.png"))
	require.Fail(p.t, "the page never came to it", "%v: %s\nat %s\n%s", err, expression, p.location(), p.text("body"))
}

// first is the first element of an XPath, in the page.
func first(at string) string {
	return fmt.Sprintf(`document.evaluate(%q, document, null, XPathResult.FIRST_ORDERED_NODE_TYPE).singleNodeValue`, at)
}

// visible waits for an element that can be seen, and does something with it as e; what that gives, if not nothing, is its end.
func (p *hand) visible(at, do string, value any) {
	p.t.Helper()
	p.awaits(fmt.Sprintf(`(async (e) => {
		if (!e || !e.getClientRects().length || getComputedStyle(e).visibility !== 'visible') return null
		%s
	})(%s)`, do, first(at)), value)
}

// touch clicks what is there, brought to the middle first: a bar that stays at the foot of a tablet may cover what is only just in view. What
// still moves, because an answer comes or the network goes, is touched when it stands: no hand is faster.
func (p *hand) touch(at string) {
	p.t.Helper()
	// Whoever touches beside it, because a line came in above, touches again; whoever touches another thing has done what he did not mean.
	for range 3 {
		var middle struct{ X, Y float64 }
		p.visible(at, `let was = '', same = 0
		const middle = () => { const r = e.getClientRects()[0]; return { x: r.left + r.width / 2, y: r.top + r.height / 2 } }
		for (let looks = 0; looks < 50 && same < 3; looks++) {
			if (!e.isConnected || !e.getClientRects().length) return null
			e.scrollIntoView({ block: 'center' })
			const { x, y } = middle(), is = x + ' ' + y, under = document.elementFromPoint(x, y)
			same = is === was && (looks > 25 || under && (e.contains(under) || under.contains(e))) ? same + 1 : 0
			was = is
			if (same < 3) await new Promise((next) => setTimeout(next, 40))
		}
		window.touched = undefined
		addEventListener('click', (at) => {
			const beside = !e.contains(at.target) && !at.target.contains(e) && !at.target.closest('a, button, input, select, textarea, summary, label, [role], [tabindex]')
			window.touched = beside ? 'nothing' : 'a thing'
		}, { capture: true, once: true })
		return middle()`, &middle)
		p.do(chromedp.MouseClickXY(middle.X, middle.Y))
		missed := false
		ctx, cancel := context.WithTimeout(p.ctx, patience)
		err := chromedp.Run(ctx, chromedp.Evaluate(`window.touched === 'nothing'`, &missed))
		cancel()
		if err != nil || !missed {
			return
		}
	}
}

// choose touches one word of a choice, named by its group.
func (p *hand) choose(group, word string) {
	p.t.Helper()
	p.touch(fmt.Sprintf(`//div[@aria-label=%q]//button[normalize-space(.)=%q]`, group, word))
}

// fill types into a field in place of what is there; a stage's key may be pressed before, to get there.
func (p *hand) fill(label, value string, stage ...string) {
	p.t.Helper()
	for _, key := range stage {
		p.do(chromedp.Evaluate(`document.activeElement.blur()`, nil), chromedp.KeyEvent(key))
		p.settle() // the key brings the cursor to the stage first
	}
	p.visible(byLabel(label), `e.focus(); e.select?.(); return document.activeElement === e`, nil)
	p.do(chromedp.KeyEvent(value))
}

// scan is a scanner at the keyboard. All its signs come within one task of the page: sent one by one from here they would
// come as slowly as the machine is busy, and the page tells a scanner from a hand by its speed.
func (p *hand) scan(tag string) {
	p.t.Helper()
	p.do(chromedp.Evaluate(fmt.Sprintf(`(() => {
		const at = document.activeElement
		const value = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')
		const press = (key) => at.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }))
		for (const sign of %q) {
			press(sign)
			if (at instanceof HTMLInputElement) {
				value.set.call(at, at.value + sign)
				at.dispatchEvent(new Event('input', { bubbles: true }))
			}
		}
		press('Enter')
	})()`, tag), nil))
}

func (p *hand) sees(text string) {
	p.t.Helper()
	p.awaits(fmt.Sprintf(`[...document.querySelectorAll('main, [role=dialog], [role=alertdialog], [role=alert]')].some((e) => e.textContent.replace(/[ \t\r\n]+/g, ' ').includes(%s))`, quoted(text)), nil)
	p.settle()
}

// quoted is a text as a script has it.
func quoted(text string) string {
	out, _ := json.Marshal(text)
	return string(out)
}

// settle waits until the page has done what it does after it has shown something: a hand is never that fast.
func (p *hand) settle() {
	p.t.Helper()
	p.do(chromedp.Evaluate(`new Promise((done) => requestIdleCallback(() => requestAnimationFrame(() => setTimeout(() => done(true), 30)), { timeout: 2000 }))`, nil, awaitPromise))
}

// text of the first element, "" when there is none.
func (p *hand) text(selector string) string {
	ctx, cancel := context.WithTimeout(p.ctx, 2*time.Second)
	defer cancel()
	var out string
	_ = chromedp.Run(ctx, chromedp.Evaluate(fmt.Sprintf(`document.querySelector(%q)?.innerText ?? ""`, selector), &out))
	return out
}

// until waits for a condition in the page.
func (p *hand) until(script string) {
	p.t.Helper()
	p.do(chromedp.Poll(script, nil, chromedp.WithPollingInterval(50*time.Millisecond), chromedp.WithPollingTimeout(patience-5*time.Second)))
}

func (p *hand) signIn(name string) {
	p.t.Helper()
	p.goTo("/")
	p.press("button", name)
	p.do(chromedp.WaitVisible(`#tag-box`, chromedp.ByQuery))
	p.settle()
}

// answerTheDay answers what a plan asks of the planting day and the tree.
func (p *hand) answerTheDay() {
	p.t.Helper()
	p.sees("Answer this first")
	p.fill("That day's high", "6")
	p.choose("The ground that day", "workable")
	p.choose("Buds", "dormant")
	p.choose("Does it stand alone?", "yes")
	p.until(`!document.body.innerText.includes('Answer this first')`)
	p.settle()
	// On some days of the year it is risky, and an advisor says why.
	var asked bool
	p.do(chromedp.Evaluate(`document.querySelector('#reason') !== null`, &asked))
	if asked {
		p.fill("Your reason, if you sign for it", "the customer waters it")
	}
}

func (p *hand) picture(file string) {
	ctx, cancel := context.WithTimeout(p.ctx, patience)
	defer cancel()
	var png []byte
	err := chromedp.Run(ctx, chromedp.ActionFunc(func(ctx context.Context) (err error) {
		png, err = page.CaptureScreenshot().WithFormat(page.CaptureScreenshotFormatPng).Do(ctx)
		return err
	}))
	if err == nil {
		_ = os.WriteFile(file, png, 0o644)
	}
}

// awaitPromise waits for what a script promises.
func awaitPromise(p *runtime.EvaluateParams) *runtime.EvaluateParams { return p.WithAwaitPromise(true) }
