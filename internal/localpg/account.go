package localpg

import (
	"crypto/sha256"
	"encoding/hex"
	"os"
	"os/exec"
	"os/user"
	"path/filepath"
	"strconv"
	"syscall"
)

// account is the unprivileged user that the server runs as; nil means the current one.
type account struct{ uid, gid int }

func runAs() (*account, error) {
	if os.Geteuid() != 0 {
		return nil, nil
	}
	u, err := user.Lookup("postgres")
	if err != nil {
		return nil, ErrNotInstalled
	}
	uid, _ := strconv.Atoi(u.Uid)
	gid, _ := strconv.Atoi(u.Gid)
	return &account{uid, gid}, nil
}

func (a *account) command(name string, args ...string) *exec.Cmd {
	cmd := exec.Command(name, args...)
	cmd.Dir = "/"
	// Its own process group: Ctrl-C reaches Emblo alone, which then stops the server
	// after the last request.
	cmd.SysProcAttr = &syscall.SysProcAttr{Setpgid: true}
	if a != nil {
		cmd.SysProcAttr.Credential = &syscall.Credential{Uid: uint32(a.uid), Gid: uint32(a.gid)}
	}
	return cmd
}

func (a *account) own(path string) error {
	if a == nil {
		return nil
	}
	return os.Chown(path, a.uid, a.gid)
}

// canEnter reports whether the account may enter a folder. It is tried as the account
// itself, as groups and access lists count too.
func (a *account) canEnter(dir string) bool {
	return a == nil || a.command("/bin/sh", "-c", `cd "$1"`, "sh", dir).Run() == nil
}

// elsewhere holds the data of checkouts that the database user may not enter.
const elsewhere = "/var/lib/emblo"

// Folder returns where the data of a checkout goes: dir, or, where the user that the
// database runs as may not enter it, as under a home that only root may enter, a folder of
// its own outside. The same dir always gets the same folder; moved reports the second case.
func Folder(dir string) (folder string, moved bool, err error) {
	if dir, err = filepath.Abs(dir); err != nil {
		return "", false, err
	}
	who, err := runAs()
	if err != nil {
		return "", false, err
	}
	if err := makeFolder(dir); err != nil {
		return "", false, err
	}
	if who.canEnter(dir) {
		return dir, false, nil
	}
	sum := sha256.Sum256([]byte(dir))
	folder = filepath.Join(elsewhere, hex.EncodeToString(sum[:6]))
	return folder, true, makeFolder(folder)
}

// makeFolder makes a folder that the database user may enter, whatever the umask.
func makeFolder(dir string) error {
	defer syscall.Umask(syscall.Umask(0o022))
	if err := os.MkdirAll(dir, 0o755); err != nil {
		return explain(err, "")
	}
	return nil
}
