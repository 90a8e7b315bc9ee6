package reminders

import (
	"context"
	"errors"
	"strings"
	"time"

	"sedum/app/dates"
	"sedum/app/letterhead"
	"sedum/app/planted"
	"sedum/app/sheets"
	"sedum/core/care"
	"sedum/core/letter"
	"sedum/core/rules"
	"sedum/core/water"
	"sedum/kernel"
	"sedum/words"
)

const (
	// sendingLasts is how long somebody who began to send a letter has for it; each try that failed doubles the wait for the next, up to longest.
	sendingLasts = 2 * time.Minute
	longest      = time.Hour
	// wateredWithin is how long ago somebody watered when that still matters to a tree that stands full.
	wateredWithin = 4 * 24 * time.Hour
	// lately is how long a date that is past is still asked for.
	lately = 14 * 24 * time.Hour
	// atOnce are looked at in one go, a few seconds of the house's work; the rest a minute later.
	atOnce = 500
)

// subject is a tree with who is to be told.
type subject struct {
	wish  Wish
	tree  planted.Tree
	sheet sheets.Sheet
	say   words.Speaker
	page  planted.Page
	dates []dates.Line
	// standing says whether there is something to write.
	standing care.Standing
}

// of lays together what is known of the tree of a wish. Errors: kernel.ErrMissing while it is not planted or lives no more.
func (d Desk) of(tx *kernel.Tx, w Wish) (subject, error) {
	s := subject{wish: w}
	var err error
	if s.tree, err = kernel.One[planted.Tree](tx, "tree_id = ? AND spot_id = ? AND taken_back_at IS NULL AND ended_on IS NULL", w.TreeID, w.SpotID); err != nil {
		return s, err
	}
	if s.sheet, err = kernel.One[sheets.Sheet](tx, "id = ?", s.tree.SheetID); err != nil {
		return s, err
	}
	s.say = words.In(s.sheet.Content.Language, s.sheet.Content.Units)
	said := *tx
	said.Say = s.say
	if s.page, err = planted.Pages(&said, s.tree); err != nil {
		return s, err
	}
	calendar, err := dates.Of(tx, s.tree, s.sheet, s.say)
	if err != nil {
		return s, err
	}
	ticked, err := d.Ticked(tx, s.sheet.ID)
	if err != nil {
		return s, err
	}
	soon, past := tx.Today().AddDate(0, 0, 6).Format(time.DateOnly), tx.Today().Add(-lately).Format(time.DateOnly)
	for _, d := range calendar.Dates {
		if waits := d.Waits != "" && d.Since == ""; !ticked[d.Mark] && !waits && (d.From >= past && d.From <= soon || d.Until >= tx.Today().Format(time.DateOnly) && d.Until <= soon) {
			s.dates = append(s.dates, d)
		}
	}
	s.standing = s.stands(tx)
	return s, nil
}

// stands is how the tree stands this morning. What its station did not tell lately is no reason to write.
func (s subject) stands(tx *kernel.Tx) care.Standing {
	out := care.Standing{Today: tx.Today(), FirstWeeks: firstWeeks(s.sheet, s.tree), Dates: len(s.dates)}
	if !s.page.Stale {
		out.Advice = s.page.Advice
	}
	for i := len(s.page.Water) - 1; i >= 0 && (s.page.Water[i].Advice == water.WaterNow || s.page.Water[i].Advice == water.WaterTwice); i-- {
		out.OwedDays++
	}
	for _, e := range s.page.Entries {
		if e.GivenL != nil && e.DoneOn >= tx.Today().Add(-wateredWithin).Format(time.DateOnly) {
			out.Watered = true
		}
	}
	return out
}

// firstWeeks is when the first eight weeks of watering are over: where the calendar goes on to once a week.
func firstWeeks(s sheets.Sheet, t planted.Tree) time.Time {
	for _, e := range care.Calendar(care.FactsOf(rules.Restore(s.Content.House), t.PlantedOn, s.Content.Input, s.Content.Plan)) {
		if e.Code == "water-weekly" {
			return e.Date
		}
	}
	return t.PlantedOn.AddDate(0, 0, 56)
}

// last is the day of the newest letter that went out or waits; of one that was dropped nobody read.
func last(tx *kernel.Tx, plantedID, except string) (*time.Time, error) {
	rows, err := kernel.Rows[Mail](tx, "SELECT * FROM care_mails WHERE planted_id = ? AND id <> ? AND dropped_at IS NULL ORDER BY day DESC LIMIT 1", plantedID, except)
	if err != nil || len(rows) == 0 {
		return nil, err
	}
	return &rows[0].Day, nil
}

// text is a letter's subject and body.
func (s subject) text(tx *kernel.Tx, d Desk) (title, body string, err error) {
	c := s.sheet.Content
	title = s.say.Say("mail.subject", map[string]any{"common": c.Common})
	if s.standing.Advice == water.WaterNow || s.standing.Advice == water.WaterTwice || s.standing.Advice == water.TooWet && s.standing.Watered {
		title = s.say.Say("mail.subject."+string(s.standing.Advice), map[string]any{"common": c.Common})
	}
	lines := []string{s.say.Say("mail.hello", map[string]any{"common": c.Common, "tag": c.Tag, "spot": c.SpotName}), ""}
	for _, p := range s.page.Says {
		if p.Code == "as-of" || p.Code == "thirsty" || p.Code == string(s.page.Advice) {
			lines = append(lines, p.Text)
		}
	}
	if len(s.dates) > 0 {
		lines = append(lines, "", s.say.Say("mail.week", nil))
		for _, each := range s.dates {
			on, _ := time.Parse(time.DateOnly, each.From)
			lines = append(lines, "- "+s.say.Date(on)+": "+each.Text)
		}
	}
	link, err := d.Link(tx, s.sheet.Number)
	if err != nil {
		return "", "", err
	}
	if link != "" {
		lines = append(lines, "", s.say.Say("mail.tell", nil), link)
	}
	if stop := d.stopAt(s.wish); stop != "" {
		lines = append(lines, "", s.say.Say("mail.stop", nil), stop)
	}
	return title, strings.Join(lines, "\n") + "\n", nil
}

func (d Desk) stopAt(w Wish) string {
	if d.Public == "" {
		return ""
	}
	return strings.TrimRight(d.Public, "/") + "/u/" + w.Token
}

// write looks once a day, not at night, whether there is something to write about each tree that somebody wants letters of.
func (d Desk) write() kernel.Job {
	return kernel.Job{ID: "care-mails", Every: time.Minute, Due: func(tx *kernel.Tx) ([]string, error) {
		if care.Quiet(tx.Who.House, tx.Now.In(tx.Zone).Hour()) {
			return nil, nil
		}
		return kernel.Rows[string](tx, "SELECT id FROM mail_wishes WHERE ended_at IS NULL AND (looked_on IS NULL OR looked_on < ?) ORDER BY id LIMIT ?", tx.Today(), atOnce)
	}, Each: func(tx *kernel.Tx, id string) error {
		w, err := kernel.Held[Wish](tx, "SELECT * FROM mail_wishes WHERE id = ? AND ended_at IS NULL AND (looked_on IS NULL OR looked_on < ?)", id, tx.Today())
		if errors.Is(err, kernel.ErrMissing) {
			return nil
		}
		if err != nil {
			return err
		}
		if err := kernel.ChangeOne[Wish](tx, map[string]any{"looked_on": tx.Today()}, "id = ?", w.ID); err != nil {
			return err
		}
		s, err := d.of(tx, w)
		if errors.Is(err, kernel.ErrMissing) {
			return nil
		}
		if err != nil {
			return err
		}
		if s.standing.Last, err = last(tx, s.tree.ID, ""); err != nil {
			return err
		}
		why := care.MessageOf(tx.Who.House, s.standing)
		if why == care.NoMessage {
			return nil
		}
		m := Mail{ID: kernel.NewID(), WishID: w.ID, PlantedID: s.tree.ID, Day: tx.Today(), Why: why, At: tx.Now, GoingAt: tx.Now}
		if m.Subject, m.Body, err = s.text(tx, d); err != nil {
			return err
		}
		if err := kernel.Add(tx, &m); errors.Is(err, kernel.ErrTwice) {
			return nil // another address of the same tree was written to today
		} else if err != nil {
			return err
		}
		return d.send(tx, s, m)
	}}
}

// again sends what did not go out: the server was away, or the program died in between. What has become untrue meanwhile is dropped; what is
// still so is said as it is now.
func (d Desk) again() kernel.Job {
	const due = "out_at IS NULL AND dropped_at IS NULL AND going_at <= ? - INTERVAL LEAST(POW(2, tries) * ?, ?) SECOND"
	args := func(tx *kernel.Tx) []any {
		return []any{tx.Now, int(sendingLasts.Seconds()), int(longest.Seconds())}
	}
	return kernel.Job{ID: "care-mails-again", Every: time.Minute, Due: func(tx *kernel.Tx) ([]string, error) {
		if care.Quiet(tx.Who.House, tx.Now.In(tx.Zone).Hour()) {
			return nil, nil
		}
		return kernel.Rows[string](tx, "SELECT id FROM care_mails WHERE "+due+" ORDER BY going_at, id LIMIT 200", args(tx)...)
	}, Each: func(tx *kernel.Tx, id string) error {
		if d.line.away(tx.Now) {
			return nil
		}
		m, err := kernel.Held[Mail](tx, "SELECT * FROM care_mails WHERE id = ? AND "+due, append([]any{id}, args(tx)...)...)
		if errors.Is(err, kernel.ErrMissing) {
			return nil
		}
		if err != nil {
			return err
		}
		w, err := kernel.One[Wish](tx, "id = ?", m.WishID)
		if err != nil {
			return err
		}
		s, err := d.of(tx, w)
		if err == nil {
			s.standing.Last, err = last(tx, m.PlantedID, m.ID)
		}
		switch {
		case errors.Is(err, kernel.ErrMissing), err == nil && care.MessageOf(tx.Who.House, s.standing) == care.NoMessage:
			return kernel.ChangeOne[Mail](tx, map[string]any{"dropped_at": tx.Now}, "id = ?", m.ID)
		case err != nil:
			return err
		}
		if m.Subject, m.Body, err = s.text(tx, d); err != nil {
			return err
		}
		if err := kernel.ChangeOne[Mail](tx, map[string]any{"going_at": tx.Now, "tries": m.Tries + 1, "subject": m.Subject, "body": m.Body}, "id = ?", m.ID); err != nil {
			return err
		}
		return d.send(tx, s, m)
	}}
}

// send hands a letter over once it is written down, and notes that it is out.
func (d Desk) send(tx *kernel.Tx, s subject, m Mail) error {
	h, err := letterhead.Of(tx)
	if err != nil {
		return err
	}
	l := letter.Letter{ID: "care-" + m.ID, To: s.wish.Address, FromName: h.Name, Subject: m.Subject, Text: m.Body, Language: string(s.say.Language), Stop: d.stopAt(s.wish), At: m.At}
	now := tx.Now
	tx.Outside(func(ctx context.Context) error {
		if d.line.away(now) {
			return letter.ErrAway
		}
		err := d.Mailer.Send(ctx, l)
		if errors.Is(err, letter.ErrAway) {
			d.line.leave(now)
		}
		return err
	}, func(tx *kernel.Tx) error {
		_, err := kernel.Change[Mail](tx, map[string]any{"out_at": tx.Now}, "id = ?", m.ID)
		return err
	})
	return nil
}
