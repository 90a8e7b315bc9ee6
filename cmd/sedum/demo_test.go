package main

import (
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"math/rand/v2"
	"net"
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
	"sedum/demo"
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

// The start command tells of a program that runs already, brings one back that was killed, and stop ends program and database.
func TestOneProgramAHome(t *testing.T) {
	program, home := buildProgram(t), openHome(t)
	d := start(t, program, home)
	second := exec.Command(program, "demo", "--listen", "127.0.0.1:0")
	second.Env = append(os.Environ(), "SEDUM_HOME="+home)
	said, err := second.CombinedOutput()
	assert.Error(t, err)
	assert.Contains(t, string(said), "running already, at "+d.address)

	require.NoError(t, d.command.Process.Kill())
	<-d.ended
	again := start(t, program, home)
	assert.Less(t, again.started, 5*time.Second, "the second start")

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
	require.NoError(t, demo.LoadPlanted(context.Background(), w.Kernel))
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
		status, body = d.send("GET", "/api/v1/planted", nil)
		require.Equal(t, 200, status, body)
		assert.Equal(t, 9, strings.Count(body, `"planted_on"`), "and what was planted, whole or not at all")
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

// stop ends only what holds the folder: a number that was left there may be anybody's process by now; and nothing is written through a link.
func TestStopEndsOnlyItsOwn(t *testing.T) {
	home := openHome(t)
	t.Setenv("SEDUM_HOME", home)
	stranger := exec.Command("sleep", "60")
	require.NoError(t, stranger.Start())
	t.Cleanup(func() { _ = stranger.Process.Kill(); _ = stranger.Wait() })
	require.NoError(t, os.WriteFile(runningFile(home), []byte(fmt.Sprintf("%d\nhttp://127.0.0.1:1\n", stranger.Process.Pid)), 0o600))
	status, out, _ := shell("", "stop")
	assert.Zero(t, status)
	assert.Contains(t, out, "No demo is running.")
	assert.NoError(t, stranger.Process.Signal(syscall.Signal(0)), "the stranger lives")

	letter := filepath.Join(openHome(t), "letter.txt")
	require.NoError(t, os.WriteFile(letter, []byte("dear"), 0o600))
	require.NoError(t, os.Remove(runningFile(home)))
	require.NoError(t, os.Symlink(letter, runningFile(home)))
	status, _, errs := shell("", "demo", "--listen", "127.0.0.1:0")
	assert.Equal(t, 1, status)
	assert.Contains(t, errs, "Nothing is written through a link")
	text, err := os.ReadFile(letter)
	require.NoError(t, err)
	assert.Equal(t, "dear", string(text))
}

// Where others reach the demo, the printed passwords are shown to nobody and open nothing: those of this start are told on the console only.
func TestTheDemoOnANetworkTellsItsPasswordsOnTheConsoleOnly(t *testing.T) {
	program, home := buildProgram(t), openHome(t)
	console := func(listen string, look func(address, said string)) {
		c := exec.Command(program, "demo", "--listen", listen)
		c.Env = append(os.Environ(), "SEDUM_HOME="+home)
		var said heard
		c.Stdout = &said
		require.NoError(t, c.Start())
		defer func() { _ = c.Process.Signal(syscall.SIGTERM); _ = c.Wait() }()
		require.Eventually(t, func() bool { return strings.Contains(said.String(), "Ctrl-C stops both") }, time.Minute, 50*time.Millisecond)
		_, port, err := net.SplitHostPort(regexp.MustCompile(`http://(\S+)`).FindStringSubmatch(said.String())[1])
		require.NoError(t, err)
		look("http://127.0.0.1:"+port, said.String())
	}
	signIn := func(address, password string) int {
		answer, err := http.Post(address+"/api/v1/session", "application/json", strings.NewReader(fmt.Sprintf(`{"sign_in":"wren","password":%q}`, password)))
		require.NoError(t, err)
		_ = answer.Body.Close()
		return answer.StatusCode
	}
	welcome := func(address string) string {
		answer, err := http.Get(address + "/api/v1/welcome")
		require.NoError(t, err)
		defer func() { _ = answer.Body.Close() }()
		text, err := io.ReadAll(answer.Body)
		require.NoError(t, err)
		return string(text)
	}
	wren := regexp.MustCompile(`wren +(\S+)`)
	last := ""
	for range 2 {
		console("0.0.0.0:0", func(address, said string) {
			assert.NotContains(t, said, "office-quarrywell")
			assert.Contains(t, welcome(address), `"demo":[]`)
			word := wren.FindStringSubmatch(said)[1]
			assert.NotEqual(t, last, word, "of this start")
			assert.Equal(t, 401, signIn(address, "office-quarrywell"))
			assert.Equal(t, 200, signIn(address, word))
			last = word
		})
	}
	console("127.0.0.1:0", func(address, said string) {
		assert.Contains(t, welcome(address), "office-quarrywell")
		assert.Equal(t, 200, signIn(address, "office-quarrywell"))
		assert.Equal(t, 401, signIn(address, last))
	})
}
