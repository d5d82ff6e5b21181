package store

import (
	"context"
	"crypto/rand"
	"database/sql"
	"errors"
	"fmt"
	"net"
	"os"
	"os/exec"
	"os/user"
	"path/filepath"
	"strconv"
	"syscall"
	"time"
)

// Private is a MariaDB server of the project's own: on loopback, from a data folder.
type Private struct {
	DSN string
	cmd *exec.Cmd
	end chan error
}

// StartPrivate starts MariaDB with its data in dir, making the data folder on first use. quick gives
// up durability over a power loss for speed, for tests. Stop must be called.
func StartPrivate(dir string, quick bool) (*Private, error) {
	dir, err := filepath.Abs(dir)
	if err != nil {
		return nil, fmt.Errorf("start mariadb: %w", err)
	}
	data := filepath.Join(dir, "data")
	if err := errors.Join(os.MkdirAll(filepath.Dir(dir), 0o755), os.MkdirAll(data, 0o750)); err != nil {
		return nil, fmt.Errorf("start mariadb: %w", err)
	}
	account, err := serverAccount(dir, data)
	if err != nil {
		return nil, err
	}
	if _, err := os.Stat(filepath.Join(data, "mysql")); err != nil {
		args := append([]string{"--no-defaults", "--datadir=" + data, "--auth-root-authentication-method=normal", "--skip-test-db"}, account...)
		if out, err := exec.Command(program("mariadb-install-db"), args...).CombinedOutput(); err != nil {
			return nil, fmt.Errorf("make the data folder: %w: %s", err, out)
		}
	}
	port, err := freePort()
	if err != nil {
		return nil, err
	}
	password, err := accountFile(dir, account)
	if err != nil {
		return nil, err
	}
	socket := filepath.Join(dir, "socket")
	args := append([]string{"--no-defaults", "--datadir=" + data, "--bind-address=127.0.0.1", "--port=" + strconv.Itoa(port), "--socket=" + socket,
		"--pid-file=" + filepath.Join(dir, "pid"), "--innodb-buffer-pool-size=96M", "--max-allowed-packet=64M", "--character-set-server=utf8mb4", "--skip-log-bin", "--skip-name-resolve", "--init-file=" + filepath.Join(dir, "init.sql"), "--performance-schema=off"}, account...)
	if quick {
		args = append(args, "--innodb-flush-log-at-trx-commit=0", "--innodb-doublewrite=0")
	}
	cmd := exec.Command(program("mariadbd"), args...)
	log, err := os.Create(filepath.Join(dir, "log"))
	if err != nil {
		return nil, fmt.Errorf("start mariadb: %w", err)
	}
	defer log.Close()
	cmd.Stdout, cmd.Stderr = log, log
	cmd.SysProcAttr = &syscall.SysProcAttr{Setpgid: true} // Ctrl-C reaches only us; we stop it last
	if err := cmd.Start(); err != nil {
		return nil, fmt.Errorf("start mariadb: %w", err)
	}
	server := fmt.Sprintf("indicum:%s@tcp(127.0.0.1:%d)/", password, port)
	p := &Private{DSN: server + "indicum", cmd: cmd, end: make(chan error, 1)}
	go func() { p.end <- cmd.Wait() }()
	if err := p.await(server); err != nil {
		p.Stop()
		return nil, fmt.Errorf("%w (see %s)", err, log.Name())
	}
	return p, nil
}

// serverAccount says under which account the server runs: our own, or, when we are root, mysql,
// unless that account cannot reach the folder (a checkout below a private home, say).
func serverAccount(dir, data string) ([]string, error) {
	if os.Geteuid() != 0 {
		return nil, nil
	}
	for up := filepath.Dir(dir); ; up = filepath.Dir(up) {
		info, err := os.Stat(up)
		if err != nil {
			return nil, fmt.Errorf("start mariadb: %w", err)
		}
		if info.Mode()&0o001 == 0 {
			return []string{"--user=root"}, nil
		}
		if up == filepath.Dir(up) {
			break
		}
	}
	return []string{"--user=mysql"}, giveToMysql(dir, data)
}

func giveToMysql(paths ...string) error {
	u, err := user.Lookup("mysql")
	if err != nil {
		return fmt.Errorf("start mariadb: %w", err)
	}
	uid, _ := strconv.Atoi(u.Uid)
	gid, _ := strconv.Atoi(u.Gid)
	for _, p := range paths {
		if err := os.Chown(p, uid, gid); err != nil {
			return fmt.Errorf("start mariadb: %w", err)
		}
	}
	return nil
}

// accountFile writes the statements that make the one account reachable over TCP, with a password
// that only this data folder's owner can read, and returns the password.
func accountFile(dir string, account []string) (string, error) {
	file := filepath.Join(dir, "password")
	b, err := os.ReadFile(file)
	if err != nil {
		b = []byte(rand.Text())
		if err := os.WriteFile(file, b, 0o600); err != nil {
			return "", fmt.Errorf("start mariadb: %w", err)
		}
	}
	password := string(b)
	statements := "DELETE FROM mysql.global_priv WHERE User = 'root' AND Host <> 'localhost';\nDELETE FROM mysql.global_priv WHERE User = '';\nFLUSH PRIVILEGES;\n" +
		"CREATE USER IF NOT EXISTS 'indicum'@'127.0.0.1';\nALTER USER 'indicum'@'127.0.0.1' IDENTIFIED BY '" + password + "';\nGRANT ALL ON *.* TO 'indicum'@'127.0.0.1';\n"
	script := filepath.Join(dir, "init.sql")
	if err := os.WriteFile(script, []byte(statements), 0o600); err != nil {
		return "", fmt.Errorf("start mariadb: %w", err)
	}
	if len(account) > 0 && account[0] == "--user=mysql" {
		if err := giveToMysql(script); err != nil {
			return "", err
		}
	}
	return password, nil
}

func (p *Private) await(dsn string) error {
	db, err := sql.Open("mysql", dsn)
	if err != nil {
		return fmt.Errorf("start mariadb: %w", err)
	}
	defer db.Close()
	for range 600 {
		select {
		case err := <-p.end:
			p.end <- err
			return fmt.Errorf("start mariadb: it ended: %v", err)
		case <-time.After(50 * time.Millisecond):
		}
		if _, err = db.ExecContext(context.Background(), "CREATE DATABASE IF NOT EXISTS indicum CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_520_ci"); err == nil {
			return nil
		}
	}
	return fmt.Errorf("start mariadb: it does not answer: %w", err)
}

// Stop ends the server in good order.
func (p *Private) Stop() {
	p.cmd.Process.Signal(syscall.SIGTERM)
	select {
	case <-p.end:
	case <-time.After(30 * time.Second):
		p.cmd.Process.Kill()
		<-p.end
	}
}

// program finds a server program, which Debian keeps where not everybody's path leads.
func program(name string) string {
	if p, err := exec.LookPath(name); err == nil {
		return p
	}
	return "/usr/sbin/" + name
}

func freePort() (int, error) {
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		return 0, fmt.Errorf("find a free port: %w", err)
	}
	defer l.Close()
	return l.Addr().(*net.TCPAddr).Port, nil
}
