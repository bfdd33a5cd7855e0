"""Reads a 10 s sweep as bench/listening.ts does, with SciPy in one thread: the response behind it, decay in octaves and thirds, response, slices and map over
time, modes by matrix pencil, arrivals. Prints seconds, one run a line."""
import sys
import time

import numpy as np
from scipy import fft, linalg, signal

RATE = 48000
take = np.fromfile(sys.argv[1], dtype="<f8")
played = np.fromfile(sys.argv[2], dtype="<f8")


def response():
    n = fft.next_fast_len(len(take) + len(played) // 10, real=True)
    x = fft.rfft(played, n)
    p = np.abs(x) ** 2
    h = fft.irfft(fft.rfft(take, n) * np.conj(x) / (p + 1e-6 * p.max() / np.maximum(1, np.arange(len(p)))), n)
    peak = np.argmax(np.abs(h[: len(take) // 2]))
    return np.roll(h, 24000 - peak)[: 24000 + len(take) - len(played)], 24000


def band_decay(h, onset, fraction):
    out = []
    mids = 1000 * 10 ** (0.3 * np.arange(-4, 4)) if fraction == 1 else 1000 * 10 ** (0.1 * np.arange(-16, 14))
    half = 10 ** (0.15 / fraction)
    for mid in mids:
        sos = signal.butter(3, [mid / half, min(mid * half, 0.49 * RATE)], "bandpass", fs=RATE, output="sos")
        back = signal.sosfilt(sos, h[::-1])[::-1]
        forward = signal.sosfilt(sos, h)
        for y in (back, forward):
            e = y[onset:] ** 2
            blocks = e[: len(e) // 24 * 24].reshape(-1, 24).sum(axis=1)
            noise = blocks[int(0.9 * len(blocks)) :].mean()
            curve = np.cumsum(np.maximum(0, blocks - noise)[::-1])[::-1]
            level = 10 * np.log10(np.maximum(curve, 1e-30) / curve[0])
            t = np.arange(len(level)) * 24 / RATE
            for low in (-25, -35):
                inside = (level <= -5) & (level >= low)
                if inside.sum() > 4:
                    out.append(-60 / np.polyfit(t[inside], level[inside], 1)[0])
        whole = (forward[onset:] ** 2).sum()
        out.append((forward[onset : onset + 2400] ** 2).sum() / whole)
        out.append((forward[onset : onset + 3840] ** 2).sum() / whole)
    return out


def smooth(power, step, grid, fraction):
    sums = np.concatenate([[0], np.cumsum(power)])
    half = 2 ** (0.5 / fraction)
    lo = np.clip((grid / half / step).astype(int), 0, len(power) - 1)
    hi = np.clip((grid * half / step).astype(int) + 1, lo + 1, len(power))
    return 10 * np.log10(np.maximum(1e-24, (sums[hi] - sums[lo]) / (hi - lo)))


def read():
    h, onset = response()
    band_decay(h, onset, 1)
    band_decay(h, onset, 3)
    grid = 1000 * 2 ** (np.arange(-290, 208) / 48)
    n = 2**15
    power = np.abs(fft.rfft(h[onset : onset + 28800], n)) ** 2
    for fraction in (12, 48):
        smooth(power, RATE / n, grid, fraction)
    window = signal.get_window("hann", 14400)
    for i in range(41):
        part = h[onset + 480 * i :][:14400]
        smooth(np.abs(fft.rfft(part * window[: len(part)], 2**14)) ** 2, RATE / 2**14, grid[grid < 500][::2], 24)
    spectrum = fft.fft(h[onset - 4800 : onset + 24000], 2**15)
    f = fft.fftfreq(2**15, 1 / RATE)
    for mid in 20 * 2 ** (np.arange(239) / 24):
        sigma = mid * (2 ** (1 / 12) - 1)
        np.abs(fft.ifft(spectrum * np.exp(-0.5 * ((f - mid) / sigma) ** 2)))[::144]
    for top in (70, 150, 300):
        step = int(RATE / (3 * top))
        low = signal.sosfiltfilt(signal.butter(6, 1.4 * top, fs=RATE, output="sos"), h)[onset + 576 :: step][:360]
        m = linalg.hankel(low[:128], low[127:])
        u = linalg.svd(m)[0][:, :90]
        poles = linalg.eigvals(linalg.pinv(u[:-1]) @ u[1:])
        for _ in range(4):
            columns = np.power(poles[None, :], np.arange(len(low))[:, None])
            linalg.lstsq(np.concatenate([columns, columns * np.arange(len(low))[:, None]], axis=1), low)
    signal.find_peaks(np.abs(signal.hilbert(h[onset - 1000 : onset + 3400])))


for _ in range(int(sys.argv[3])):
    began = time.perf_counter()
    read()
    print(time.perf_counter() - began)
