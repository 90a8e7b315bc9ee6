package main

import (
	"encoding/json"
	"fmt"
	"io"
	"math"
	"math/rand/v2"
	"net/http"
	"strings"
	"syscall"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
	"sedum/internal/wide"
	"sedum/kernel"
)

// kill -9 of the program, of its database, or of both while the file of a weather station is taken in: whoever goes on where it stopped has the
// station of a file that nobody disturbed, no row of it twice and none left out.
func TestAStationsFileIsTakenInThroughHardKills(t *testing.T) {
	wide.Only(t)
	program, home := buildProgram(t), openHome(t)
	d := startAsCounter(t, program, home)
	file := hourly(5)
	calm, torn := d.stationWith(t, "Calm", file), d.stationWith(t, "Torn", file)
	for done, parts := d.parts(calm); done < parts; done, parts = d.parts(calm) {
		d.takeNext(calm, done)
	}
	kills := 0
	for done, parts := d.parts(torn); done < parts; done, parts = d.parts(torn) {
		if kills >= apptest.Times(4, 40) {
			d.takeNext(torn, done)
			continue
		}
		kills++
		whom, dying := kills%3, make(chan struct{})
		database, wait := childOf(t, d.command.Process.Pid), time.Duration(rand.Int64N(int64(400*time.Millisecond)))
		go func() {
			time.Sleep(wait)
			if whom != 1 { // the program, or both
				_ = d.command.Process.Kill()
			}
			if whom != 0 { // the database, or both
				_ = syscall.Kill(database, syscall.SIGKILL)
			}
			close(dying)
		}()
		d.takeNext(torn, done)
		<-dying
		if whom != 1 {
			<-d.ended
			d = startAsCounter(t, program, home)
		}
	}
	assert.JSONEq(t, d.page(calm).text, d.page(torn).text)
	assert.Len(t, d.page(torn).winters(t), 5)
	t.Logf("%d kills", kills)
}

type stationFile struct{ station, record string }

// startAsCounter starts the program at the hands of somebody who may keep stations.
func startAsCounter(t *testing.T, program, home string) *demoRun {
	d := start(t, program, home)
	status, body := d.send("POST", "/api/v1/session", map[string]string{"sign_in": "wren", "password": "office-quarrywell"})
	require.Equal(t, 200, status, body)
	return d
}

// hourly is a made-up record of some years by hours: a yearly and a daily wave.
func hourly(years int) string {
	var out strings.Builder
	out.WriteString("time,temp °C\n")
	from := time.Date(2019, 7, 1, 0, 0, 0, 0, time.UTC)
	for at := from; at.Before(from.AddDate(years, 0, 0)); at = at.Add(time.Hour) {
		temp := 9 - 12*math.Cos(2*math.Pi*float64(at.YearDay()-20)/365) - 4*math.Cos(2*math.Pi*float64(at.Hour()-3)/24)
		fmt.Fprintf(&out, "%s,%.1f\n", at.Format("2006-01-02 15:04"), temp)
	}
	return out.String()
}

func (d *demoRun) stationWith(t *testing.T, name, file string) stationFile {
	status, body := d.send("POST", "/api/v1/stations", map[string]any{"name": name, "lat_deg": 47})
	require.Equal(t, 200, status, body)
	var s struct{ ID string }
	require.NoError(t, json.Unmarshal([]byte(body), &s))
	request, err := http.NewRequest("POST", d.address+"/api/v1/stations/"+s.ID+"/records?name=hours.csv", strings.NewReader(file))
	require.NoError(t, err)
	request.Header.Set("Content-Type", "text/csv")
	request.Header.Set("Idempotency-Key", kernel.NewID())
	answer, err := d.client.Do(request)
	require.NoError(t, err)
	text, err := io.ReadAll(answer.Body)
	require.NoError(t, err)
	require.NoError(t, answer.Body.Close())
	require.Equal(t, 200, answer.StatusCode, string(text))
	var r struct{ ID string }
	require.NoError(t, json.Unmarshal(text, &r))
	return stationFile{s.ID, r.ID}
}

// takeNext asks for the next part, whether it is answered or not.
func (d *demoRun) takeNext(s stationFile, from int) {
	d.send("POST", "/api/v1/records/"+s.record+"/parts", map[string]any{"from": from, "celsius": false})
}

type stationPage struct {
	text    string
	records []struct {
		ID    string
		Done  int
		Parts int
	}
}

// page is what a station says, once the house answers again.
func (d *demoRun) page(s stationFile) (out stationPage) {
	for deadline := time.Now().Add(60 * time.Second); time.Now().Before(deadline); time.Sleep(100 * time.Millisecond) {
		status, body := d.send("GET", "/api/v1/stations/"+s.station, nil)
		if status != 200 {
			continue
		}
		var page struct {
			Summary json.RawMessage
			Records []struct {
				ID    string
				Done  int
				Parts int
			}
		}
		require.NoError(d.t, json.Unmarshal([]byte(body), &page))
		return stationPage{string(page.Summary), page.Records}
	}
	require.Fail(d.t, "the house does not answer")
	return out
}

func (p stationPage) winters(t *testing.T) []any {
	var summary struct{ Winters []any }
	require.NoError(t, json.Unmarshal([]byte(p.text), &summary))
	return summary.Winters
}

// parts are how many of a file are taken in, and how many it has.
func (d *demoRun) parts(s stationFile) (done, parts int) {
	for _, r := range d.page(s).records {
		if r.ID == s.record {
			return r.Done, r.Parts
		}
	}
	return 0, 0
}
