"""A slow connection between browser and server: every answer of the API is held back, at random."""

import asyncio
import random
import threading

LONGEST = 1.5
"""Seconds that an answer is held back at most."""


class SlowConnection:
    """A port that leads to another, on which answers of the API take longer."""

    def __init__(self, port: int, to: int) -> None:
        self.port, self._to = port, to
        self._loop = asyncio.new_event_loop()
        self._chance = random.Random(port)
        threading.Thread(target=self._loop.run_forever, daemon=True).start()
        asyncio.run_coroutine_threadsafe(asyncio.start_server(self._carry, "127.0.0.1", port), self._loop).result()

    def close(self) -> None:
        """No longer lead anywhere."""
        self._loop.call_soon_threadsafe(self._loop.stop)

    async def _carry(self, browser: asyncio.StreamReader, answer: asyncio.StreamWriter) -> None:
        try:
            server, ask = await asyncio.open_connection("127.0.0.1", self._to)
        except OSError:
            answer.close()
            return
        asked = asyncio.Event()

        async def there() -> None:
            while data := await browser.read(65_536):
                if b" /api/" in data.split(b"\r\n", 1)[0]:
                    asked.set()
                ask.write(data)
                await ask.drain()

        async def back() -> None:
            while data := await server.read(65_536):
                if asked.is_set():
                    asked.clear()
                    await asyncio.sleep(self._chance.uniform(0, LONGEST))
                answer.write(data)
                await answer.drain()

        ways = [asyncio.ensure_future(there()), asyncio.ensure_future(back())]
        await asyncio.wait(ways, return_when=asyncio.FIRST_COMPLETED)
        for each in ways:
            each.cancel()
        await asyncio.gather(*ways, return_exceptions=True)
        for writer in (ask, answer):
            writer.close()
