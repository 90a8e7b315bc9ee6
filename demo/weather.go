package demo

import (
	"fmt"

	"sedum/app/stations"
	"sedum/core/roles"
	"sedum/kernel"
	"sedum/standin"
)

// weatherYears is how long the demo's station has written its weather down.
const weatherYears = 15

// weather reads the file of a weather station in, as somebody of the counter does.
func (l *loader) weather() (stationID string, err error) {
	id, err := l.do(roles.Advisor, "add-station", kernel.None{}, stations.NewStation{Name: "Quarrywell Mill", LatDeg: 47.2, LonDeg: ptr(-64.6), HeightM: ptr(212.0)})
	if err != nil {
		return "", err
	}
	to := l.tx.Today().AddDate(0, 0, -1)
	file, err := standin.Station{}.Record(l.tx.Context(), 47.2, to.AddDate(-weatherYears, 0, 1), to)
	if err != nil {
		return "", err
	}
	record, err := l.do(roles.Advisor, "open-record", stations.RecordFile{ByID: kernel.ByID{ID: id.(string)}, Name: fmt.Sprintf("quarrywell-mill-%d-years.csv", weatherYears)}, file)
	if err != nil {
		return "", err
	}
	for done, parts := 0, 1; done < parts; {
		p, err := l.do(roles.Advisor, "take-in-record", kernel.ByID{ID: record.(string)}, stations.From{From: done})
		if err != nil {
			return "", err
		}
		done, parts = p.(stations.Progress).Done, p.(stations.Progress).Parts
	}
	return id.(string), nil
}
