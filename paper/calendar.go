package paper

import (
	"fmt"
	"strings"
	"time"

	ics "github.com/arran4/golang-ical"

	"sedum/core/care"
	"sedum/words"
)

// CareCalendar is the care of a tree as an iCalendar file (RFC 5545): one all-day entry a date, with an alarm on its morning; what recurs
// is a recurring entry. It takes none of anybody's free time. The entries keep their identity over the revisions of a sheet, so that a
// calendar takes the newer over the older; a sheet that was withdrawn takes its entries away again.
func CareCalendar(s words.Speaker, h House, sheet Sheet) string {
	calendar := ics.NewCalendarFor("Sedum")
	calendar.SetMethod(ics.MethodPublish)
	if sheet.Ended != "" && !sheet.Replaced {
		calendar.SetMethod(ics.MethodCancel)
	}
	calendar.SetName(s.Say("calendar.name", map[string]any{"common": sheet.Common, "tag": sheet.Tag}))
	about := s.Say("calendar.description", map[string]any{"number": fmt.Sprint(sheet.Number), "tag": sheet.Tag, "spot": sheet.SpotName})
	if sheet.Ended != "" {
		about = sheet.Ended + " " + about
	}
	times := map[care.Code]int{}
	for _, c := range sheet.Words.Care {
		times[c.Code]++
		e := calendar.AddEvent(fmt.Sprintf("%s-%s-%d@sedum.invalid", sheet.Series, c.Code, times[c.Code]))
		e.SetDtStampTime(stampOf(sheet))
		e.SetSequence(sheet.Revision + sheet.Changes)
		e.SetSummary(sheet.Common + ": " + c.Text)
		e.SetDescription(strings.Join(append([]string{about}, append([]string{h.Name}, h.lines()...)...), "\n"))
		e.SetLocation(sheet.Address)
		e.SetTimeTransparency(ics.TransparencyTransparent)
		e.SetAllDayStartAt(c.From)
		end := c.From
		switch {
		case !c.To.IsZero() && c.EveryDays > 0:
			e.AddRrule(fmt.Sprintf("FREQ=DAILY;INTERVAL=%d;UNTIL=%s", c.EveryDays, c.To.AddDate(0, 0, -1).Format("20060102")))
		case !c.To.IsZero():
			end = c.To
		}
		e.SetAllDayEndAt(end.AddDate(0, 0, 1)) // the end of an all-day entry is the day after
		if sheet.Ended != "" && !sheet.Replaced {
			e.SetStatus(ics.ObjectStatusCancelled)
			e.SetSequence(sheet.Revision + sheet.Changes + 1)
			stamp := sheet.IssuedAt
			if sheet.EndedAt != nil {
				stamp = *sheet.EndedAt
			}
			e.SetDtStampTime(stamp.UTC().Truncate(time.Second))
			continue
		}
		alarm := e.AddAlarm()
		alarm.SetAction(ics.ActionDisplay)
		alarm.SetTrigger("PT9H")
		alarm.SetProperty(ics.ComponentPropertyDescription, c.Text)
	}
	return calendar.Serialize(ics.WithNewLineWindows)
}

func stampOf(sheet Sheet) time.Time {
	if !sheet.ChangedAt.IsZero() {
		return sheet.ChangedAt.UTC().Truncate(time.Second)
	}
	return sheet.IssuedAt
}
