package reminders_test

import (
	"context"
	"errors"
	"fmt"
	"net/http"
	"net/http/httptest"
	"strings"
	"sync"
	"testing"
	"testing/fstest"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app"
	. "sedum/app/apptest"
	"sedum/app/copies"
	"sedum/app/dates"
	"sedum/app/planted"
	"sedum/app/reminders"
	"sedum/app/sheets"
	"sedum/app/stations"
	"sedum/core/care"
	"sedum/core/fault"
	"sedum/core/letter"
	"sedum/core/stock"
	"sedum/kernel"
	"sedum/standin"
)

// server is a mail server that can be away, or take a letter and fall silent before it says so.
type server struct {
	standin.Mail
	mu     sync.Mutex
	away   bool
	silent bool
	tries  int
}

func (s *server) Send(ctx context.Context, l letter.Letter) error {
	s.mu.Lock()
	defer s.mu.Unlock()
	s.tries++
	if s.away {
		return fmt.Errorf("%w: connection refused", letter.ErrAway)
	}
	err := s.Mail.Send(ctx, l)
	if s.silent {
		return errors.New("connection lost after the last word")
	}
	return err
}

func (s *server) set(away, silent bool) {
	s.mu.Lock()
	defer s.mu.Unlock()
	s.away, s.silent = away, silent
}

func open(t *testing.T) (*World, *server) {
	m := &server{}
	return OpenWith(t, func(s *app.Settings) { s.Mailer, s.Public = m, "https://yard.example" }), m
}

// plant plants the tree of a sheet at the end of November, with the demo's station asked every day.
func plant(w *World, number int) string {
	w.T.Helper()
	s := Saw[stations.List](w, "list-stations", kernel.None{}).Stations[0]
	page := Saw[stations.Page](w, "see-station", ByID(s.ID))
	w.Deed(w.Advisor, "poll-station", ByID(s.ID), stations.Polled{Polled: true, Version: page.Version})
	w.Deed(w.Advisor, "record-planted", ByNumber(number), planted.NewPlanted{PlantedOn: "2026-11-25"})
	return Saw[planted.SheetPlanted](w, "sheet-planted", ByNumber(number)).ID
}

func see(w *World, id string) reminders.Page {
	return Saw[reminders.Page](w, "see-reminders", ByID(id))
}

func want(w *World, id, address string) {
	w.T.Helper()
	w.Deed(w.Advisor, "want-reminders", ByID(id), reminders.Wanted{Address: address})
}

// go on to a moment, with what the house does by itself until then.
func goOn(w *World, to time.Time) {
	w.T.Helper()
	w.At(to)
	for _, job := range []string{"weather-poll", "water-night", "care-mails", "care-mails-again"} {
		w.Job(job)
	}
}

var june = time.Date(2027, 6, 20, 9, 0, 0, 0, time.UTC)

// A dry spell makes a letter: at most one a day, not again within two days though it is at risk, not at night, and none that says nothing.
func TestATreeAtRiskMakesALetter(t *testing.T) {
	w, m := open(t)
	id := plant(w, 1)
	Fault(t, w.Err(w.Advisor, "want-reminders", ByID(id), reminders.Wanted{Address: "not an address"}), "address", fault.NotText)
	Fault(t, w.Err(w.Advisor, "want-reminders", ByID(id), reminders.Wanted{Address: "a@b.example\r\nBcc: c@d.example"}), "address", fault.NotText)
	want(w, id, "maud@ferriter.example")
	goOn(w, june.Add(-4*time.Hour))
	assert.Empty(t, m.Letters(), "nobody is written to at five in the morning")
	goOn(w, june)
	require.Len(t, m.Letters(), 1)
	for _, l := range m.Letters() {
		assert.Equal(t, "maud@ferriter.example", l.To)
		assert.Contains(t, l.Subject, "wants water")
		assert.Contains(t, l.Text, "Water")
		assert.Contains(t, l.Text, "https://yard.example/c/")
		assert.True(t, strings.HasPrefix(l.Stop, "https://yard.example/u/"))
	}
	goOn(w, june.Add(3*time.Hour))
	goOn(w, june.AddDate(0, 0, 1))
	assert.Len(t, m.Letters(), 1)
	goOn(w, june.AddDate(0, 0, 2))
	assert.Len(t, m.Letters(), 2, "it is still at risk")
	// Somebody waters each day: nothing is at risk, and there is no other letter within a week.
	for day := 3; day < 9; day++ {
		w.At(june.AddDate(0, 0, day))
		w.Deed(w.Advisor, "add-care-entry", ByID(id), planted.NewEntry{ID: "given-0" + string(rune('0'+day)), DoneOn: june.AddDate(0, 0, day).Format(time.DateOnly), GivenL: Ptr(12.0)})
		goOn(w, june.AddDate(0, 0, day))
	}
	assert.Len(t, m.Letters(), 2)
	list := see(w, id).Letters
	require.Len(t, list, 2)
	assert.True(t, list[0].Out)
}

// The server is away for a day: what is still so is said as it is then, once; what was rained on or watered meanwhile is dropped, and no letter
// comes twice though the server fell silent after the last word.
func TestAServerAwayForADay(t *testing.T) {
	w, m := open(t)
	one, other := plant(w, 1), plant(w, 2)
	want(w, one, "one@home.example")
	want(w, other, "other@home.example")
	m.set(true, false)
	goOn(w, june)
	assert.Empty(t, m.Letters())
	for hour := 1; hour <= 23; hour++ {
		goOn(w, june.Add(time.Duration(hour)*time.Hour))
	}
	assert.Greater(t, m.tries, 4, "it was asked again")
	assert.Less(t, m.tries, 40, "and not all the time")
	fill := Saw[planted.Page](w, "see-planted", ByID(other)).FillL
	w.Deed(w.Advisor, "add-care-entry", ByID(other), planted.NewEntry{ID: "given-while-away", DoneOn: "2027-06-20", GivenL: fill})
	m.set(false, true)
	goOn(w, june.AddDate(0, 0, 1))
	m.set(false, false)
	for hour := range 8 {
		goOn(w, june.AddDate(0, 0, 1).Add(time.Duration(hour)*time.Hour))
	}
	to := map[string]int{}
	for _, l := range m.Letters() { // each by its identity
		to[l.To]++
	}
	assert.Equal(t, map[string]int{"one@home.example": 1}, to)
	assert.True(t, see(w, other).Letters[0].Dropped)
	assert.True(t, see(w, one).Letters[0].Out)
}

// A server that does not answer is asked by one letter and not by all: the house's other work does not wait behind them. A letter that it does not
// take holds up no other.
func TestASilentServerIsLeftAlone(t *testing.T) {
	w, m := open(t)
	one, other := plant(w, 1), plant(w, 2)
	want(w, one, "one@home.example")
	want(w, other, "other@home.example")
	m.set(true, false)
	goOn(w, june)
	assert.Equal(t, 1, m.tries)
	m.set(false, false)
	goOn(w, june.Add(30*time.Second))
	assert.Equal(t, 1, m.tries, "it is left alone for a minute")
	goOn(w, june.Add(10*time.Minute))
	assert.Len(t, m.Letters(), 2)
}

// Two programs on one database write each letter once.
func TestTwoProgramsWriteOnce(t *testing.T) {
	w, m := open(t)
	id := plant(w, 1)
	want(w, id, "one@home.example")
	w.At(june)
	w.Job("weather-poll")
	w.Job("water-night")
	var all sync.WaitGroup
	for range 8 {
		all.Go(func() { w.Job("care-mails"); w.Job("care-mails-again") })
	}
	all.Wait()
	assert.Len(t, m.Letters(), 1)
	assert.Equal(t, 1, m.tries)
}

// In the customer's language, and ended in one touch by whoever has the letter; opening the page ends nothing, for machines open what stands in letters.
func TestEndedInOneTouchInTheirLanguage(t *testing.T) {
	w, m := open(t)
	tree := w.TreeIn(stock.ForSale)
	number, err := Did[int](w, w.Advisor, "issue-sheet", kernel.None{}, sheets.Issue{TreeVersion: tree.Version, Units: "metric", Language: "es", SignedReason: "they water it", PlanAsk: sheets.PlanAsk{Tag: tree.Tag, SpotID: w.SpotOf("Petra Averill").ID,
		PlantingOn: "2026-11-25", HighC: Ptr(6.0), Ground: "workable", Buds: "dormant", StandsAlone: Ptr(true)}})
	require.NoError(t, err)
	id := plant(w, number)
	want(w, id, "petra@averill.example")
	goOn(w, june)
	require.Len(t, m.Letters(), 1)
	stop := ""
	for _, l := range m.Letters() {
		assert.Contains(t, l.Subject, "pide agua")
		assert.NotContains(t, l.Text, "Water")
		stop = strings.TrimPrefix(l.Stop, "https://yard.example")
	}
	public := copies.NewPublic(w.Kernel, fstest.MapFS{}, nil).Letters(reminders.Desk{Mailer: m, Public: "https://yard.example"})
	ask := func(method, path, body string) (int, string) {
		answer := httptest.NewRecorder()
		public.ServeHTTP(answer, httptest.NewRequest(method, path, strings.NewReader(body)))
		return answer.Code, answer.Body.String()
	}
	code, page := ask(http.MethodGet, stop, "")
	assert.Equal(t, 200, code)
	assert.Contains(t, page, "Parar las cartas")
	assert.Equal(t, "petra@averill.example", see(w, id).Address)
	code, page = ask(http.MethodPost, stop, "List-Unsubscribe=One-Click")
	assert.Equal(t, 200, code)
	assert.Contains(t, page, "No recibirá más cartas")
	assert.Empty(t, see(w, id).Address)
	code, _ = ask(http.MethodPost, stop, "")
	assert.Equal(t, 200, code, "touched twice it is ended")
	code, _ = ask(http.MethodPost, "/u/AAAAAAAAAAAAAAAAAAAAAAAAAA", "")
	assert.Equal(t, 404, code)
	goOn(w, june.AddDate(0, 0, 3))
	assert.Len(t, m.Letters(), 1)

	// From their copy they want them again, and not.
	link := Saw[sheets.LinkPage](w, "sheet-link", ByNumber(number)).Address
	at := strings.TrimPrefix(link, "https://yard.example") + "/mail"
	code, _ = ask(http.MethodPost, at, `{"address":"nobody"}`)
	assert.Equal(t, 422, code)
	code, _ = ask(http.MethodPost, at, `{"address":"petra@new.example"}`)
	assert.Equal(t, 204, code)
	assert.True(t, see(w, id).ByThem)
	_, page = ask(http.MethodGet, strings.TrimSuffix(at, "/mail")+"/data", "")
	assert.Contains(t, page, `"letters":{"served":true,"wanted":true}`)
	code, _ = ask(http.MethodPost, at, `{"address":""}`)
	assert.Equal(t, 204, code)
	assert.Empty(t, see(w, id).Address)
}

// What is due within the week is in the letter; what waits for a flower or a frost is not, until it comes.
func TestALetterTellsOfTheWeek(t *testing.T) {
	w, m := open(t)
	id := plant(w, 1)
	w.Deed(w.Manager, "add-house-date", kernel.None{}, dates.NewOwn{Text: "Rinse the road salt off", Months: Ptr(2), Years: 1, Reason: "they salt the lane until February"})
	want(w, id, "maud@ferriter.example")
	goOn(w, time.Date(2027, 1, 21, 9, 0, 0, 0, time.UTC))
	require.Len(t, m.Letters(), 1)
	for _, l := range m.Letters() {
		assert.Contains(t, l.Subject, "this week")
		assert.Contains(t, l.Text, "Rinse the road salt off")
	}
	page := Saw[dates.Page](w, "see-dates", ByID(id))
	assert.Contains(t, page.Open, care.LeafOut)
	spring := dates.Line{}
	for _, d := range page.Dates {
		if d.Waits == care.LeafOut {
			spring = d
		}
	}
	require.NotEmpty(t, spring.Mark)
	assert.Empty(t, spring.Since)
	w.At(time.Date(2027, 5, 2, 9, 0, 0, 0, time.UTC))
	w.Deed(w.Hand, "tell-happened", ByID(id), dates.NewHappened{ID: "leaves-out", What: care.LeafOut, On: "2027-05-01"})
	for _, d := range Saw[dates.Page](w, "see-dates", ByID(id)).Dates {
		if d.Mark == spring.Mark {
			assert.Equal(t, []string{"2027-05-01", "2027-05-15"}, []string{d.Since, d.From}, "it moves, and keeps its mark")
		}
	}
	Fault(t, w.Err(w.Hand, "tell-happened", ByID(id), dates.NewHappened{ID: "leaves-in", What: care.LeafOut, On: "2027-06-01"}), "on", fault.AtMost)
	w.Deed(w.Advisor, "take-back-happened", planted.OfTree{ByID: ByID(id), Record: "leaves-out"}, planted.Because{Reason: "the neighbour's"})
	for _, d := range Saw[dates.Page](w, "see-dates", ByID(id)).Dates {
		if d.Mark == spring.Mark {
			assert.Equal(t, spring, d)
		}
	}
}

// Without a mail server nobody is asked for an address, and nothing is written.
func TestAHouseWithoutAServer(t *testing.T) {
	w := OpenWith(t, func(s *app.Settings) { s.Mailer = nil })
	id := plant(w, 1)
	assert.False(t, see(w, id).Served)
	Refused(t, w.Err(w.Advisor, "want-reminders", ByID(id), reminders.Wanted{Address: "a@b.example"}), "no-mail")
}
