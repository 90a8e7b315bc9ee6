package copies

import (
	"context"
	"encoding/json"
	"errors"
	"io"
	"io/fs"
	"net"
	"net/http"
	"regexp"
	"strings"
	"sync"
	"time"

	"golang.org/x/sync/semaphore"
	"golang.org/x/time/rate"

	"sedum/app/dates"
	"sedum/app/letterhead"
	"sedum/app/photos"
	"sedum/app/planted"
	"sedum/app/reminders"
	"sedum/app/sheets"
	"sedum/core/fault"
	"sedum/kernel"
	"sedum/paper"
	"sedum/words"
)

const (
	// missesEach is how many tokens that open nothing an address may try in a minute, readsEach how much it may ask in a second.
	missesEach = 20
	readsEach  = 10
	// atOnce are the requests that reach the database at once: the house has the rest of it.
	atOnce = 4
	// addressesMost are remembered; with more the oldest are forgotten all together.
	addressesMost = 20_000
	touchesLimit  = 64 << 10
)

// Public answers to who holds a link, and to nobody else: it knows the routes of a token and the files of its page.
type Public struct {
	kernel *kernel.Kernel
	pages  fs.FS
	files  map[string]bool
	slots  chan struct{}
	photos *semaphore.Weighted
	// letters writes to whoever asks for it.
	letters reminders.Desk

	mu        sync.Mutex
	addresses map[string]*visitor
}

type visitor struct{ reads, misses *rate.Limiter }

// tokenOf is the shape of a token: what has another is refused before anybody looks for it.
var tokenOf = regexp.MustCompile(`^[A-Z2-7]{26}$`)

// NewPublic serves the copies of a house from the files of the built page. files names those that the page needs.
func NewPublic(k *kernel.Kernel, pages fs.FS, files []string) *Public {
	out := &Public{kernel: k, pages: pages, files: map[string]bool{}, slots: make(chan struct{}, atOnce), photos: semaphore.NewWeighted(2), addresses: map[string]*visitor{}}
	for _, name := range files {
		out.files[name] = true
	}
	return out
}

// Letters lets whoever holds a copy ask for letters about their tree.
func (p *Public) Letters(d reminders.Desk) *Public {
	p.letters = d
	return p
}

func (p *Public) visitor(r *http.Request) *visitor {
	address, _, err := net.SplitHostPort(r.RemoteAddr)
	if err != nil {
		address = r.RemoteAddr
	}
	p.mu.Lock()
	defer p.mu.Unlock()
	v, there := p.addresses[address]
	if !there {
		if len(p.addresses) >= addressesMost {
			clear(p.addresses)
		}
		v = &visitor{rate.NewLimiter(readsEach, 4*readsEach), rate.NewLimiter(rate.Limit(missesEach)/60, missesEach)}
		p.addresses[address] = v
	}
	return v
}

// ServeHTTP routes by hand: there are few places, and everything else is not there.
func (p *Public) ServeHTTP(w http.ResponseWriter, r *http.Request) {
	h := w.Header()
	h.Set("Content-Security-Policy", "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self'; font-src 'self'; connect-src 'self'; worker-src 'self'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'")
	h.Set("X-Content-Type-Options", "nosniff")
	h.Set("Referrer-Policy", "no-referrer")
	h.Set("X-Robots-Tag", "noindex, nofollow, noarchive")
	h.Set("Cache-Control", "no-store")
	h.Set("Permissions-Policy", "geolocation=(), camera=(), microphone=()")
	v := p.visitor(r)
	if !v.reads.Allow() {
		p.tooMany(w, r)
		return
	}
	name := strings.TrimPrefix(r.URL.Path, "/")
	switch {
	case name == "robots.txt":
		_, _ = w.Write([]byte("User-agent: *\nDisallow: /\n"))
	case name == "c/sw.js" && r.Method == http.MethodGet:
		h.Set("Cache-Control", "no-cache")
		p.file(w, "copy-sw.js", "text/javascript")
	case p.files[name] && r.Method == http.MethodGet:
		h.Set("Cache-Control", "public, max-age=31536000, immutable")
		http.ServeFileFS(w, r, p.pages, name)
	case strings.HasPrefix(name, "c/"):
		p.token(w, r, v, strings.TrimPrefix(name, "c/"))
	case strings.HasPrefix(name, "u/"):
		p.stop(w, r, v, strings.TrimPrefix(name, "u/"))
	case strings.HasPrefix(name, "h/"):
		p.card(w, r, v, strings.TrimPrefix(name, "h/"))
	default:
		p.missing(w, r, v)
	}
}

func (p *Public) file(w http.ResponseWriter, name, kind string) {
	body, err := fs.ReadFile(p.pages, name)
	if err != nil {
		http.Error(w, "the page is not built; run ./run build", http.StatusServiceUnavailable)
		return
	}
	w.Header().Set("Content-Type", kind+"; charset=utf-8")
	_, _ = w.Write(body)
}

func (p *Public) token(w http.ResponseWriter, r *http.Request, v *visitor, rest string) {
	token, place, _ := strings.Cut(rest, "/")
	if !tokenOf.MatchString(token) {
		p.missing(w, r, v)
		return
	}
	switch {
	case place == "" && r.Method == http.MethodGet: // the same page for every token: what it opens is asked for by the page
		p.file(w, "copy.html", "text/html")
	case place == "data" && r.Method == http.MethodGet:
		p.within(w, r, v, func(tx *kernel.Tx) (any, error) { return p.read(tx, token) })
	case place == "ticks" && r.Method == http.MethodPost:
		var touches []Touch
		if err := json.NewDecoder(http.MaxBytesReader(w, r.Body, touchesLimit)).Decode(&touches); err != nil {
			p.problem(w, r, http.StatusBadRequest, "ticks", "")
			return
		}
		p.within(w, r, v, func(tx *kernel.Tx) (any, error) { return nil, take(tx, token, touches) })
	case place == "care" && r.Method == http.MethodPost:
		var list []Care
		reader := json.NewDecoder(http.MaxBytesReader(w, r.Body, touchesLimit))
		reader.DisallowUnknownFields()
		if err := reader.Decode(&list); err != nil {
			p.problem(w, r, http.StatusBadRequest, "care", "")
			return
		}
		p.within(w, r, v, func(tx *kernel.Tx) (any, error) { return nil, takeCare(tx, token, list) })
	case place == "mail" && r.Method == http.MethodPost:
		var wish MailWish
		reader := json.NewDecoder(http.MaxBytesReader(w, r.Body, touchesLimit))
		reader.DisallowUnknownFields()
		if err := reader.Decode(&wish); err != nil {
			p.problem(w, r, http.StatusBadRequest, "care", "")
			return
		}
		p.within(w, r, v, func(tx *kernel.Tx) (any, error) { return nil, p.wish(tx, token, wish) })
	case strings.HasPrefix(place, "photo/") && r.Method == http.MethodPost:
		if !p.photos.TryAcquire(1) { // a picture is drawn anew in memory: few at once
			p.tooMany(w, r)
			return
		}
		defer p.photos.Release(1)
		file, err := io.ReadAll(http.MaxBytesReader(w, r.Body, photos.Limit))
		if err != nil {
			p.problem(w, r, http.StatusRequestEntityTooLarge, "photo", "")
			return
		}
		p.within(w, r, v, func(tx *kernel.Tx) (any, error) {
			return nil, takePhoto(tx, token, strings.TrimPrefix(place, "photo/"), file)
		})
	case place == "care.ics" && r.Method == http.MethodGet:
		p.within(w, r, v, func(tx *kernel.Tx) (any, error) { return careOf(tx, token) })
	default:
		p.missing(w, r, v)
	}
}

// card is what somebody at home reaches by the code of a take-home card.
func (p *Public) card(w http.ResponseWriter, r *http.Request, v *visitor, rest string) {
	token, place, _ := strings.Cut(rest, "/")
	if !tokenOf.MatchString(token) {
		p.missing(w, r, v)
		return
	}
	switch {
	case place == "" && r.Method == http.MethodGet:
		p.file(w, "home.html", "text/html")
	case place == "data" && r.Method == http.MethodGet:
		p.within(w, r, v, func(tx *kernel.Tx) (any, error) { return home(tx, token) })
	case place == "told" && r.Method == http.MethodPost:
		var told Told
		reader := json.NewDecoder(http.MaxBytesReader(w, r.Body, touchesLimit))
		reader.DisallowUnknownFields()
		if err := reader.Decode(&told); err != nil {
			p.problem(w, r, http.StatusBadRequest, "told", "")
			return
		}
		p.within(w, r, v, func(tx *kernel.Tx) (any, error) { return nil, tell(tx, token, told) })
	default:
		p.missing(w, r, v)
	}
}

// calendar is a file of dates.
type calendar string

func careOf(tx *kernel.Tx, token string) (calendar, error) {
	s, err := sheets.ByToken(tx, token)
	if err != nil {
		return "", err
	}
	house, err := letterhead.Of(tx)
	if err != nil {
		return "", err
	}
	say := words.In(s.Content.Language, s.Content.Units)
	sheet := sheets.PaperSheet(say, s)
	sheet.Customer, sheet.Address = "", ""
	if t, err := planted.OfSheet(tx, s); err == nil { // once it stands in the ground, its calendar is counted from there
		entries, changes, err := dates.Calendar(tx, t, s, say)
		if err != nil {
			return "", err
		}
		sheet.Words.Care, sheet.Changes, sheet.ChangedAt = entries, changes, tx.Now
	} else if !errors.Is(err, kernel.ErrMissing) {
		return "", err
	}
	return calendar(paper.CareCalendar(say, house, sheet)), nil
}

// within does something in a transaction of the house itself, as few at once as leave it usable.
func (p *Public) within(w http.ResponseWriter, r *http.Request, v *visitor, do func(*kernel.Tx) (any, error)) {
	if v.misses.Tokens() < 1 { // who tried so many that open nothing waits, whatever they hold now
		p.tooMany(w, r)
		return
	}
	patience, cancel := context.WithTimeout(r.Context(), 5*time.Second)
	defer cancel()
	select {
	case p.slots <- struct{}{}:
		defer func() { <-p.slots }()
	case <-patience.Done():
		p.tooMany(w, r)
		return
	}
	var out any
	err := p.kernel.Do(patience, kernel.Who{}, func(tx *kernel.Tx) (err error) {
		out, err = do(tx)
		return err
	})
	var faults fault.List
	switch {
	case errors.Is(err, kernel.ErrMissing):
		p.missing(w, r, v)
	case errors.Is(err, sheets.ErrGone):
		p.problem(w, r, http.StatusGone, "closed", "")
	case errors.As(err, &faults) && strings.HasPrefix(r.URL.Path, "/h/"):
		p.problem(w, r, http.StatusUnprocessableEntity, "told", faults[0].Field)
	case errors.As(err, &faults) && (strings.HasSuffix(r.URL.Path, "/care") || strings.HasSuffix(r.URL.Path, "/mail") || strings.Contains(r.URL.Path, "/photo/")):
		p.problem(w, r, http.StatusUnprocessableEntity, "care", faults[0].Field)
	case errors.As(err, &faults):
		p.problem(w, r, http.StatusUnprocessableEntity, "no-box", faults[0].Field)
	case refusedAs(err) != "":
		p.problem(w, r, http.StatusUnprocessableEntity, "care", refusedAs(err))
	case err != nil:
		p.problem(w, r, http.StatusServiceUnavailable, "away", "")
	default:
		p.answer(w, out)
	}
}

// refusedAs is the field of a refusal, "" for what is none.
func refusedAs(err error) string {
	var refused kernel.Refused
	if errors.As(err, &refused) {
		return refused.Field
	}
	return ""
}

func (p *Public) answer(w http.ResponseWriter, out any) {
	switch o := out.(type) {
	case nil:
		w.WriteHeader(http.StatusNoContent)
	case calendar:
		w.Header().Set("Content-Type", "text/calendar; charset=utf-8")
		w.Header().Set("Content-Disposition", `attachment; filename="tree-care.ics"`)
		_, _ = w.Write([]byte(o))
	case stopPage:
		w.Header().Set("Content-Type", "text/html; charset=utf-8")
		w.Header().Set("Content-Security-Policy", "default-src 'none'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'")
		_ = stopped.Execute(w, o)
	default:
		w.Header().Set("Content-Type", "application/json")
		_ = json.NewEncoder(w).Encode(o)
	}
}

// missing is the one answer to whatever is not there, and it counts.
func (p *Public) missing(w http.ResponseWriter, r *http.Request, v *visitor) {
	if !v.misses.Allow() {
		p.tooMany(w, r)
		return
	}
	p.problem(w, r, http.StatusNotFound, "none", "")
}

func (p *Public) tooMany(w http.ResponseWriter, r *http.Request) {
	w.Header().Set("Retry-After", "30")
	p.problem(w, r, http.StatusTooManyRequests, "too-many", "")
}

// mostOfAHeader is as much of what a stranger's browser says of languages as is read.
const mostOfAHeader = 64

// problem answers in the language of whoever asks: what the address opens, and in which language, it does not tell.
func (p *Public) problem(w http.ResponseWriter, r *http.Request, status int, code, field string) {
	accept := r.Header.Get("Accept-Language")
	s := words.For(accept[:min(len(accept), mostOfAHeader)], words.Metric)
	w.Header().Set("Content-Type", "application/problem+json")
	w.WriteHeader(status)
	_ = json.NewEncoder(w).Encode(map[string]any{"title": s.Say("copy.problem."+code, nil), "status": status, "field": field})
}
