"""An installation on several machines: application hosts in network namespaces of their own, and before them the proxy that
`docs/installing.md` shows, with HTTPS. Making such namespaces needs root.
"""

import os
import re
import shutil
import subprocess
import time
from collections.abc import Callable, Iterator
from contextlib import ExitStack, contextmanager
from urllib.parse import urlsplit

import requests

from launch.parts import start_server
from launch.places import PYTHON, ROOT, RUN
from launch.processes import end, free_port, kill, start

NAME = "grades.hill.example"
"""Under which name the proxy is reached."""
PORT = 8000
LONGEST = 120
"""Seconds until the proxy answers."""


class Host:
    """A machine of its own, as far as the network goes: it can be started, and lost with all that runs on it."""

    def __init__(self, network: "Network", number: int) -> None:
        self.network, self.address = network, f"{network.subnet}.{10 + number}"
        self.namespace = f"hoarfrost-{os.getpid()}-{number}"
        self._inside = ("ip", "netns", "exec", self.namespace)
        self._link = f"hf{os.getpid()}h{number}"
        self._server: subprocess.Popen[bytes] | None = None
        self._transactions: list[subprocess.Popen[str]] = []
        _run("ip", "netns", "add", self.namespace)
        network.left.callback(self._remove)
        inner = f"{self._link}i"
        _run("ip", "link", "add", self._link, "type", "veth", "peer", "name", inner)
        _run("ip", "link", "set", inner, "netns", self.namespace)
        _run("ip", "link", "set", self._link, "master", network.bridge, "up")
        for command in (
            ("address", "add", f"{self.address}/24", "dev", inner),
            ("link", "set", inner, "up"),
            ("link", "set", "lo", "up"),
        ):
            _run("ip", "-n", self.namespace, *command)

    def start(self) -> None:
        """Its network is there, and its server answers."""
        _run("ip", "link", "set", self._link, "up")
        self._server = start_server(
            PORT,
            self.network.environment,
            RUN / f"{self.namespace}.log",
            host=self.address,
            inside=self._inside,
        )

    def transaction(self, code: str) -> Callable[[], None]:
        """What begins a transaction on this machine, and does something in it; it goes on until the machine is lost."""
        whole = f"from django.db import transaction\ninput('ready\\n')\nwith transaction.atomic():\n    {code}\n    input('done\\n')"
        process = subprocess.Popen(
            [*self._inside, PYTHON, "-u", ROOT / "server" / "manage.py", "shell", "--verbosity", "0", "-c", whole],
            env={**os.environ, **self.network.environment},
            stdin=subprocess.PIPE,
            stdout=subprocess.PIPE,
            text=True,
        )
        self._transactions.append(process)
        given, said = process.stdin, process.stdout
        assert given is not None
        assert said is not None
        assert said.readline() == "ready\n"

        def begin() -> None:
            given.write("\n")
            given.flush()
            assert said.readline() == "done\n"

        return begin

    def lose(self) -> None:
        """Its server dies with all that it has begun, and then there is nothing that would answer that nothing is there; of a transaction
        that had begun nobody hears that it will not be ended.
        """
        self._kill()
        _run("ip", "link", "set", self._link, "down")
        self._end_transactions()

    def _end_transactions(self) -> None:
        while self._transactions:
            with self._transactions.pop() as each:
                each.kill()

    def _kill(self) -> None:
        if self._server is not None:
            kill(self._server)
            self._server = None

    def _remove(self) -> None:
        self._kill()
        self._end_transactions()
        _run("ip", "netns", "del", self.namespace)


class Network:
    """Hosts on one database and one broker, and the proxy before them, at a port of this machine."""

    def __init__(self, environment: dict[str, str], count: int, left: ExitStack) -> None:
        """`left` takes away at its end what is made."""
        # The range that is set apart for measuring networks; a run beside this one has another part of it.
        self.subnet = f"198.18.{os.getpid() % 250}"
        self.bridge = f"hf{os.getpid()}"
        self._folder = RUN / f"proxy-{os.getpid()}"
        self._folder.mkdir(parents=True, exist_ok=True)
        left.callback(shutil.rmtree, self._folder)
        self.port, self.certificate = free_port(), self._folder / "certificate.pem"
        self._passed_on: dict[int, int] = {}
        self.left = left
        self.environment = environment | {
            "HOARFROST_DATABASE_URL": self._through_bridge(environment["HOARFROST_DATABASE_URL"]),
            "HOARFROST_BROKER_URL": self._through_bridge(environment["HOARFROST_BROKER_URL"]),
            "HOARFROST_HTTPS": "true",
            "HOARFROST_ADDRESS": f"https://{NAME}",
            "HOARFROST_TRUSTED_PROXIES": f"{self.subnet}.1",
            "HOARFROST_IDLE_TRANSACTION_TIMEOUT": "5",
        }
        _run("ip", "link", "add", self.bridge, "type", "bridge")
        self.left.callback(_run, "ip", "link", "del", self.bridge)
        _run("ip", "address", "add", f"{self.subnet}.1/24", "dev", self.bridge)
        _run("ip", "link", "set", self.bridge, "up")
        self.hosts = [Host(self, number) for number in range(count)]
        self.environment["HOARFROST_ALLOWED_HOSTS"] = ",".join([NAME, *(each.address for each in self.hosts)])

    def _through_bridge(self, url: str) -> str:
        """Where the hosts find what listens on this machine alone; files, and so sockets that are files, they share with it."""
        parts = urlsplit(url)
        if parts.port is None:
            return url
        port = self._passed_on.setdefault(parts.port, free_port())
        user = f"{parts.username or ''}:{parts.password or ''}@" if parts.username or parts.password else ""
        return parts._replace(netloc=f"{user}{self.subnet}.1:{port}").geturl()

    def start(self) -> None:
        """Start the proxy, which passes the hosts on to database and broker, too, and then the hosts."""
        _run(
            *("openssl", "req", "-x509", "-newkey", "rsa:2048", "-nodes", "-days", "2", "-subj", f"/CN={NAME}"),
            *("-addext", f"subjectAltName=DNS:{NAME},IP:127.0.0.1"),
            *("-keyout", str(self._folder / "key.pem"), "-out", str(self.certificate)),
        )
        configuration = self._folder / "nginx.conf"
        configuration.write_text(self._configuration())
        command = ["nginx", "-p", str(self._folder), "-c", str(configuration), "-g", "daemon off;"]
        proxy = start(command, self._folder / "proxy.log")
        self.left.callback(end, proxy)
        begun = time.monotonic()
        while not self._health():
            said = (self._folder / "proxy.log").read_text()
            assert proxy.poll() is None, said
            assert time.monotonic() - begun < LONGEST, said
            time.sleep(0.1)
        for each in self.hosts:
            each.start()
        while self._health() != requests.codes.ok:
            assert time.monotonic() - begun < LONGEST, (self._folder / "proxy.log").read_text()
            time.sleep(0.1)

    def _health(self) -> int:
        """The status with which the proxy answers, 0 where it does not."""
        try:
            return self.session().get(f"https://127.0.0.1:{self.port}/api/v1/health", timeout=5).status_code
        except requests.RequestException:
            return 0

    def session(self) -> requests.Session:
        """A browser, as far as it is needed to come in over HTTPS."""
        session = requests.Session()
        # Other certificates that the machine names would count before this one.
        session.trust_env = False
        session.verify = str(self.certificate)
        session.headers.update({"Host": NAME, "Referer": f"https://{NAME}/"})
        return session

    def _configuration(self) -> str:
        """What the documentation says, with the addresses and the certificate that are here."""
        said = re.search(r"```nginx\n(.*?)```", (ROOT / "docs" / "installing.md").read_text(), re.DOTALL)
        assert said is not None
        text = said[1]
        shown = re.findall(r"server (\S+:\d+)", text)
        assert len(shown) == len(self.hosts), "the documentation shows as many machines"
        for address, host in zip(shown, self.hosts, strict=True):
            text = text.replace(address, f"{host.address}:{PORT}")
        certificate = f"ssl_certificate {self.certificate}; ssl_certificate_key {self._folder / 'key.pem'};"
        text = text.replace("listen 443 ssl;", f"listen 127.0.0.1:{self.port} ssl; {certificate}")
        folders = "".join(
            f"{name}_temp_path {self._folder / name};" for name in ("client_body", "proxy", "fastcgi", "uwsgi", "scgi")
        )
        passed_on = "".join(
            f"server {{ listen {self.subnet}.1:{port}; proxy_pass 127.0.0.1:{there}; }}"
            for there, port in self._passed_on.items()
        )
        return (
            "load_module /usr/lib/nginx/modules/ngx_stream_module.so;\n"
            f"user root; pid {self._folder / 'proxy.pid'}; error_log {self._folder / 'proxy.log'};\n"
            "events {}\n"
            f"stream {{ {passed_on} }}\n"
            f"http {{ log_format hosts '$upstream_addr'; access_log {self._folder / 'asked.log'} hosts; {folders}\n{text}}}\n"
        )

    def asked(self) -> set[str]:
        """The addresses of the hosts that the proxy has asked."""
        lines = (self._folder / "asked.log").read_text().splitlines()
        return {each.partition(":")[0] for line in lines for each in line.split(", ")}


@contextmanager
def network(environment: dict[str, str], count: int) -> Iterator[Network]:
    """So many hosts behind their proxy, until the end."""
    with ExitStack() as left:
        made = Network(environment, count, left)
        made.start()
        yield made


def _run(*command: str) -> None:
    done = subprocess.run(command, check=False, capture_output=True, text=True)
    assert done.returncode == 0, f"{' '.join(command)}: {done.stderr}"
