package main

import (
	"bufio"
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"math/rand/v2"
	"net/http"
	"net/http/cookiejar"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strconv"
	"strings"
	"syscall"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
	"sedum/kernel"
)

// demoRun is a real program with a real private database, as ./run demo starts it.
type demoRun struct {
	t       *testing.T
	command *exec.Cmd
	address string
	dbPID   int
	started time.Duration
	client  *http.Client
	ended   chan struct{}
}

func buildProgram(t *testing.T) string {
	t.Helper()
	program := filepath.Join(t.TempDir(), "sedum")
	out, err := exec.Command("go", "build", "-o", program, ".").CombinedOutput()
	require.NoError(t, err, string(out))
	return program
}

// openHome is a folder that the unprivileged user of the database may enter.
func openHome(t *testing.T) string {
	t.Helper()
	folder, err := os.MkdirTemp("", "sedum-demo-")
	require.NoError(t, err)
	require.NoError(t, os.Chmod(folder, 0o755))
	t.Cleanup(func() { _ = os.RemoveAll(folder) })
	return folder
}

func start(t *testing.T, program, home string) *demoRun {
	t.Helper()
	jar, err := cookiejar.New(nil)
	require.NoError(t, err)
	d := &demoRun{t: t, command: exec.Command(program, "demo", "--listen", "127.0.0.1:0"), client: &http.Client{Jar: jar, Timeout: 10 * time.Second}}
	d.command.Env = append(os.Environ(), "SEDUM_HOME="+home)
	out, err := d.command.StdoutPipe()
	require.NoError(t, err)
	d.command.Stderr = os.Stderr
	began := time.Now()
	require.NoError(t, d.command.Start())
	d.ended = make(chan struct{})
	t.Cleanup(func() {
		_ = d.command.Process.Signal(syscall.SIGTERM)
		select {
		case <-d.ended:
		case <-time.After(20 * time.Second): // it never came up
			_ = d.command.Process.Kill()
		}
	})
	lines := bufio.NewScanner(out)
	for lines.Scan() {
		if at := regexp.MustCompile(`http://\S+`).FindString(lines.Text()); at != "" {
			d.address = at
		}
		if m := regexp.MustCompile(`process (\d+)`).FindStringSubmatch(lines.Text()); m != nil {
			d.dbPID, _ = strconv.Atoi(m[1])
			break
		}
	}
	require.NotEmpty(t, d.address)
	answer, err := d.client.Get(d.address + "/readyz")
	require.NoError(t, err)
	_ = answer.Body.Close()
	d.started = time.Since(began)
	go func() {
		_, _ = io.Copy(io.Discard, out)
		_ = d.command.Wait()
		close(d.ended)
	}()
	status, body := d.send("POST", "/api/v1/session", map[string]string{"sign_in": "ilsa", "password": "yard-quarrywell"})
	require.Equal(t, 200, status, body)
	return d
}

func (d *demoRun) send(method, path string, body any) (int, string) {
	text, err := json.Marshal(body)
	require.NoError(d.t, err)
	request, err := http.NewRequest(method, d.address+path, bytes.NewReader(text))
	require.NoError(d.t, err)
	request.Header.Set("Content-Type", "application/json")
	request.Header.Set("Idempotency-Key", kernel.NewID())
	answer, err := d.client.Do(request)
	if err != nil {
		return 0, err.Error()
	}
	defer func() { _ = answer.Body.Close() }()
	out, _ := io.ReadAll(answer.Body)
	return answer.StatusCode, string(out)
}

type treeState struct {
	Tag     string
	Version int
	State   string
	Checks  []struct{ ID string }
}

func (d *demoRun) tree(tag string) treeState {
	status, body := d.send("GET", "/api/v1/trees/"+tag, nil)
	require.Equal(d.t, 200, status, body)
	var out treeState
	require.NoError(d.t, json.Unmarshal([]byte(body), &out))
	return out
}

func (d *demoRun) saveLook(tag string, version int) (int, string) {
	return d.send("POST", "/api/v1/trees/"+tag+"/checks", map[string]any{"version": version, "after_work": false,
		"readings": map[string]any{"above": map[string]any{"ties": "none"}, "probes": []any{}, "roots_looked": false, "roots": []any{}}})
}

// kill -9 of the database and of the program, at moments in the middle of saving, loses nothing that was confirmed. The program
// waits for its database and recovers by itself; the start command brings both back.
func TestNothingConfirmedIsLostWhenEitherIsKilled(t *testing.T) {
	program, home := buildProgram(t), openHome(t)
	d := start(t, program, home)
	status, body := d.send("GET", "/api/v1/trees?state=unchecked&limit=1", nil)
	require.Equal(t, 200, status, body)
	var list struct{ Trees []struct{ Tag string } }
	require.NoError(t, json.Unmarshal([]byte(body), &list))
	tag := list.Trees[0].Tag

	confirmed, version := 0, 1
	save := func(d *demoRun) bool {
		status, _ := d.saveLook(tag, version)
		if status == 200 {
			confirmed++
			version++
		}
		return status == 200
	}
	require.True(t, save(d))
	for round := range apptest.Times(3, 200) {
		pause := time.Duration(rand.Int64N(int64(15 * time.Millisecond)))
		killed := d.dbPID
		go func() { time.Sleep(pause); _ = syscall.Kill(killed, syscall.SIGKILL) }()
		for range 40 {
			if !save(d) {
				break
			}
		}
		deadline := time.Now().Add(30 * time.Second)
		for time.Now().Before(deadline) { // the program recovers without a restart
			if status, _ := d.send("GET", "/readyz", nil); status == 200 {
				break
			}
			time.Sleep(50 * time.Millisecond)
		}
		after := d.tree(tag)
		assert.GreaterOrEqual(t, len(after.Checks), confirmed, "round %d: what was confirmed is there", round)
		confirmed, version = len(after.Checks), after.Version // a save that was cut off may have happened
		require.True(t, save(d))
		d.dbPID = childOf(t, d.command.Process.Pid)
	}

	second := exec.Command(program, "demo", "--listen", "127.0.0.1:0")
	second.Env = append(os.Environ(), "SEDUM_HOME="+home)
	said, err := second.CombinedOutput()
	assert.Error(t, err)
	assert.Contains(t, string(said), "running already, at "+d.address)

	go func() { time.Sleep(5 * time.Millisecond); _ = d.command.Process.Kill() }()
	for range 40 {
		if !save(d) {
			break
		}
	}
	<-d.ended
	again := start(t, program, home)
	assert.Less(t, again.started, 5*time.Second, "the second start")
	assert.GreaterOrEqual(t, len(again.tree(tag).Checks), confirmed, "what was confirmed is there after the program was killed")

	stop := exec.Command(program, "stop")
	stop.Env = append(os.Environ(), "SEDUM_HOME="+home)
	out, err := stop.CombinedOutput()
	require.NoError(t, err, string(out))
	assert.Contains(t, string(out), "Stopped")
	<-again.ended
	_, err = os.Stat(fmt.Sprintf("/proc/%d", again.dbPID))
	assert.True(t, os.IsNotExist(err), "its database has stopped too")
}

// A first start that is cut short at any moment, while the database is installed, the tables are made or the nursery is loaded, starts
// again by the start command, with the whole nursery.
func TestAFirstStartCutShortStartsAgain(t *testing.T) {
	program := buildProgram(t)
	whole := 0
	w := apptest.Open(t)
	require.NoError(t, w.Tx(func(tx *kernel.Tx) (err error) {
		whole, err = kernel.Value[int](tx, "SELECT COUNT(*) FROM trees")
		return err
	}))
	usual := 6 * time.Second
	for round := range apptest.Times(3, 40) {
		home := openHome(t)
		for cut := range 2 {
			first := exec.Command(program, "demo", "--listen", "127.0.0.1:0")
			first.Env = append(os.Environ(), "SEDUM_HOME="+home)
			first.SysProcAttr = &syscall.SysProcAttr{Setpgid: true}
			require.NoError(t, first.Start())
			pause := time.Duration(rand.Int64N(int64(usual)))
			time.Sleep(pause)
			require.NoError(t, first.Process.Kill())
			_ = first.Wait()
			t.Logf("round %d, cut %d after %v", round, cut, pause)
		}
		began := time.Now()
		d := start(t, program, home)
		usual = max(time.Second, time.Since(began)*12/10)
		status, body := d.send("GET", "/api/v1/trees?limit=5000", nil)
		require.Equal(t, 200, status, body)
		var list struct{ Trees []struct{ Tag string } }
		require.NoError(t, json.Unmarshal([]byte(body), &list))
		assert.Len(t, list.Trees, whole, "the whole nursery")
		_ = d.command.Process.Signal(syscall.SIGTERM)
		<-d.ended
	}
}

// childOf is the database process of a program.
func childOf(t *testing.T, pid int) int {
	t.Helper()
	for deadline := time.Now().Add(10 * time.Second); time.Now().Before(deadline); time.Sleep(20 * time.Millisecond) {
		folders, _ := filepath.Glob("/proc/[0-9]*/stat")
		for _, f := range folders {
			text, err := os.ReadFile(f)
			if err != nil {
				continue
			}
			fields := strings.Fields(string(text))
			if len(fields) > 3 && strings.Contains(fields[1], "mariadbd") && fields[3] == strconv.Itoa(pid) {
				child, _ := strconv.Atoi(fields[0])
				return child
			}
		}
	}
	t.Fatal("no database process")
	return 0
}
