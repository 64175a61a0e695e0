"""Takes from a process, for good, what reading a file does not need: files, programs, the network.

Code that a file managed to have run can then only give a wrong answer. It is done by the system:
no new privileges (prctl(2)), Landlock (landlock(7)) for files and connections, and a filter of
system calls (seccomp(2), by libseccomp). Older systems lack some of it.
"""

from __future__ import annotations

import ctypes
import errno
import os
import struct
from functools import cache
from typing import Literal

Wall = Literal["privileges", "files", "calls"]
WALLS: tuple[Wall, ...] = ("privileges", "files", "calls")

_NO_NEW_PRIVS = 38  # linux/prctl.h
# linux/landlock.h; the numbers of its calls are the same on all processors.
_CREATE_RULESET, _RESTRICT_SELF, _VERSION = 444, 446, 1
# By version: what is refused of files, of connections, and of other processes (sockets that have
# no file, signals).
_REFUSED = {1: (0x1FFF,), 2: (0x3FFF,), 3: (0x7FFF,), 4: (0x7FFF, 3), 5: (0xFFFF, 3),
            6: (0xFFFF, 3, 3)}  # fmt: skip
# seccomp.h
_ALLOW, _REFUSE, _ALL_THREADS = 0x7FFF0000, 0x00050000, 4
_NOT, _MASKED = 1, 7  # how an argument is compared
_THREAD = 0x00010000  # CLONE_THREAD: of clone(2)
_WRITING = os.O_WRONLY, os.O_RDWR, os.O_CREAT, os.O_TRUNC
# Others are left: decoders differ in what they need.
_FORBIDDEN = (
    # programs, processes
    "execve", "execveat", "fork", "vfork", "ptrace", "process_vm_readv", "process_vm_writev",
    "process_madvise", "kcmp", "pidfd_open", "pidfd_getfd", "pidfd_send_signal", "kill", "tkill",
    "rt_sigqueueinfo", "rt_tgsigqueueinfo", "setrlimit", "setpriority", "ioprio_set",
    # connections
    "socket", "socketpair", "connect", "bind", "listen", "accept", "accept4", "sendmmsg",
    "msgget", "mq_open", "semget", "shmget",
    # files
    "creat", "truncate", "rename", "renameat", "renameat2", "link", "linkat", "symlink",
    "symlinkat", "unlink", "unlinkat", "mkdir", "mkdirat", "rmdir", "mknod", "mknodat", "chmod",
    "fchmod", "fchmodat", "fchmodat2", "chown", "lchown", "fchown", "fchownat", "utime", "utimes",
    "utimensat", "futimesat", "setxattr", "lsetxattr", "fsetxattr", "removexattr", "lremovexattr",
    "fremovexattr", "open_by_handle_at", "name_to_handle_at", "inotify_init", "inotify_init1",
    "fanotify_init",
    # the system itself
    "mount", "umount2", "pivot_root", "chroot", "unshare", "setns", "open_tree", "move_mount",
    "fsopen", "fsmount", "fspick", "fsconfig", "mount_setattr", "bpf", "perf_event_open",
    "userfaultfd", "io_uring_setup", "io_uring_enter", "io_uring_register", "keyctl", "add_key",
    "request_key", "init_module", "finit_module", "delete_module", "kexec_load", "kexec_file_load",
    "reboot", "swapon", "swapoff", "settimeofday", "clock_settime", "clock_adjtime", "adjtimex",
    "sethostname", "setdomainname", "acct", "quotactl", "iopl", "ioperm", "modify_ldt",
    "personality", "syslog", "vhangup", "lookup_dcookie", "nfsservctl", "uselib", "ustat",
)  # fmt: skip
_AS_IF_UNKNOWN = "clone3", "openat2"  # whose arguments can't be seen: an older call takes its place


@cache
def possible() -> tuple[Wall, ...]:
    """Which walls this system has; nothing is confined by asking."""
    files = _landlock() > 0
    return ("privileges", *(("files",) if files else ()), *(("calls",) if _seccomp() else ()))


def confine() -> tuple[Wall, ...]:
    """Confine this process, and all threads that it starts from now on; the walls that stand.

    What it will import must be imported by then. To be called before there is another thread.
    """
    libc = ctypes.CDLL(None, use_errno=True)
    if libc.prctl(_NO_NEW_PRIVS, 1, 0, 0, 0):
        return ()
    library = _seccomp()  # a file, too
    files: tuple[Wall, ...] = ("files",) if _closed_files(libc) else ()
    calls: tuple[Wall, ...] = ("calls",) if library and _closed_calls(library) else ()
    return ("privileges", *files, *calls)


def _landlock() -> int:
    """Its version; 0 or less where there is none."""
    return int(ctypes.CDLL(None).syscall(_CREATE_RULESET, None, ctypes.c_size_t(0), _VERSION))


def _closed_files(libc: ctypes.CDLL) -> bool:
    """No file is opened by its name, and no connection made."""
    version = _landlock()
    if version <= 0:
        return False
    refused = _REFUSED[min(version, max(_REFUSED))]
    attributes = struct.pack(f"={len(refused)}Q", *refused)
    handle = libc.syscall(_CREATE_RULESET, attributes, ctypes.c_size_t(len(attributes)), 0)
    if handle < 0:
        return False
    try:
        return libc.syscall(_RESTRICT_SELF, handle, 0) == 0
    finally:
        os.close(handle)


class _Compared(ctypes.Structure):
    """An argument of a call, and what it must be for a rule to hold."""

    _fields_ = (
        ("argument", ctypes.c_uint), ("how", ctypes.c_int),
        ("first", ctypes.c_uint64), ("second", ctypes.c_uint64),
    )  # fmt: skip


def _seccomp() -> ctypes.CDLL | None:
    try:
        found = ctypes.CDLL("libseccomp.so.2")
    except OSError:
        return None
    found.seccomp_init.restype = ctypes.c_void_p
    return found


def _closed_calls(library: ctypes.CDLL) -> bool:
    filtered = ctypes.c_void_p(library.seccomp_init(_ALLOW))
    if not filtered:
        return False

    failed = []

    def refuse(name: str, *where: _Compared, error: int = errno.EPERM) -> None:
        number = library.seccomp_syscall_resolve_name(name.encode())
        action = ctypes.c_uint32(_REFUSE | error)
        if number >= 0:  # others this processor does not have
            rules = (_Compared * len(where))(*where)
            if library.seccomp_rule_add_array(filtered, action, number, len(where), rules):
                failed.append(name)

    for name in _FORBIDDEN:
        refuse(name)
    for name in _AS_IF_UNKNOWN:
        refuse(name, error=errno.ENOSYS)
    for flag in _WRITING:
        refuse("openat", _Compared(2, _MASKED, flag, flag))
        refuse("open", _Compared(1, _MASKED, flag, flag))
    refuse("clone", _Compared(0, _MASKED, _THREAD, 0))
    refuse("prlimit64", _Compared(2, _NOT, 0, 0))
    refuse("tgkill", _Compared(0, _NOT, os.getpid(), 0))
    refuse("sendto", _Compared(4, _NOT, 0, 0))
    library.seccomp_attr_set(filtered, _ALL_THREADS, ctypes.c_uint32(1))
    return bool(library.seccomp_load(filtered) == 0) and not failed
