import { useEffect, useRef, useState } from "react";
import { useQuery } from "@tanstack/react-query";
import { Popover } from "radix-ui";
import { api } from "../../api/client";
import { Button } from "../../ui/Button";
import { NO_READINGS, type Put } from "./change";

const COUNTS = [9, 13, 21, 41];

/** The simulated sounding device: readings along a made-up bed, one by one, until they are all there or it is stopped. */
export function SoundingDevice({ put }: { put: Put }) {
  const beds = useQuery({ queryKey: ["beds"], queryFn: api.beds, staleTime: Infinity });
  const [bed, setBed] = useState("pond");
  const [count, setCount] = useState(13);
  const [progress, setProgress] = useState<{ number: number; of: number } | null>(null);
  const [says, setSays] = useState<string | null>(null);
  const [tries, setTries] = useState(1);
  const running = useRef<AbortController | null>(null);
  useEffect(() => () => running.current?.abort(), []);

  const start = async () => {
    const control = new AbortController();
    running.current = control;
    setSays(null);
    setProgress({ number: 0, of: count });
    const [x, y]: [string[], string[]] = [[], []];
    try {
      for await (const reading of api.sounding(bed, count, tries, control.signal)) {
        x.push(reading.x);
        y.push(reading.y);
        setProgress({ number: reading.number, of: reading.of });
        put((now) => ({
          curve: null,
          grid: null,
          readings: { ...(now.readings ?? NO_READINGS), of: "depth", x: [...x], y: [...y], breadths: [] },
        }));
      }
      setSays(`all ${y.length} readings are there`);
    } catch (error) {
      setSays(
        control.signal.aborted
          ? `stopped after ${y.length} readings`
          : error instanceof Error
            ? error.message
            : String(error),
      );
    }
    setTries((before) => before + 1);
    setProgress(null);
    running.current = null;
  };

  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <Button title="A simulated device that takes depths along a made-up bed">Sounding device</Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={6}
          className="popover flex w-72 flex-col gap-2 text-sm"
          aria-label="Sounding device"
        >
          <p className="text-soft">
            A simulated device: it is towed along a made-up bed and tells its depths, with a little noise.
          </p>
          <div className="flex gap-2">
            <select
              className="field grow"
              aria-label="Bed"
              value={bed}
              disabled={progress !== null}
              onChange={(event) => setBed(event.target.value)}
            >
              {(beds.data ?? []).map((each) => (
                <option key={each.name} value={each.name}>
                  {each.title}, {each.width} m wide
                </option>
              ))}
            </select>
            <select
              className="field w-18"
              aria-label="How many readings"
              value={count}
              disabled={progress !== null}
              onChange={(event) => setCount(Number(event.target.value))}
            >
              {COUNTS.map((each) => (
                <option key={each}>{each}</option>
              ))}
            </select>
          </div>
          {progress ? (
            <div className="flex items-center gap-2">
              <progress
                className="h-2 grow accent-pine"
                max={progress.of}
                value={progress.number}
                aria-label="Readings taken"
              />
              <span className="tabular-nums">
                {progress.number} of {progress.of}
              </span>
              <Button onClick={() => running.current?.abort()}>Stop</Button>
            </div>
          ) : (
            <Button look="solid" onClick={() => void start()}>
              Take readings
            </Button>
          )}
          <p role="status">{says}</p>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
