import { Popover } from "radix-ui";
import { useRef, useState } from "react";
import { api, Refused } from "../../api/client";
import type { MeshAnswer, SolidNet, SpaceDrawing } from "../../api/types";
import { useBenchStore } from "../../document/store";
import { unfolded } from "../../space/folding";
import { drawnSheet, netSheet, pagesOf, scales, sheetFile } from "../../space/netSheet";
import { save } from "../../ui/save";
import { Button } from "../../ui/Button";
import { tidy } from "../../document/tidy";

interface Props {
  name: string;
  drawing: SpaceDrawing;
  net: SolidNet | null;
  labels: Record<string, string>;
  unit: string;
}

const MILLIMETRES: Record<string, number> = {
  mm: 1,
  cm: 10,
  dm: 100,
  m: 1000,
  km: 1e6,
  in: 25.4,
  ft: 304.8,
  yd: 914.4,
};

/** A solid on paper and in files: its net at true scale, with glue flaps; meshes out, and a mesh file measured. */
export function FilesMenu({ name, drawing, net, labels, unit }: Props) {
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <Button look="quiet">Net and files …</Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          side="top"
          sideOffset={6}
          collisionPadding={8}
          className="z-20 flex w-84 max-w-[94vw] flex-col gap-3 rounded-md border border-rule bg-sheet p-3 text-sm shadow-lg"
        >
          {net ? <NetPart {...{ name, drawing, net, labels, unit }} /> : null}
          <MeshOut name={name} unit={unit} />
          <MeshIn unit={unit} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function NetPart({ name, drawing, net, labels, unit }: Props & { net: SolidNet }) {
  const size = MILLIMETRES[unit] ?? 10;
  const [low, high] = unfolded(drawing, net, 1).bounds;
  const { all, fits } = scales((high[0] - low[0]) * size, (high[1] - low[1]) * size);
  const [chosen, setChosen] = useState<number | null>(null);
  const [flaps, setFlaps] = useState(true);
  const one = chosen ?? fits;
  const sheet = () => netSheet(drawing, net, { scale: size / one, flaps, labels });
  const count = pagesOf(sheet()).length;
  const print = () => {
    const made = sheet();
    const inner = drawnSheet(made);
    const pages = pagesOf(made).map(
      ({ x, y, width, height }) =>
        `<svg class="net-page" width="${width}mm" height="${height}mm" viewBox="${x} ${y} ${width} ${height}">${inner}</svg>`,
    );
    const place = document.createElement("div");
    place.className = "net-pages";
    place.innerHTML = pages.join("");
    document.body.append(place);
    document.body.classList.add("prints-net");
    const done = () => {
      document.body.classList.remove("prints-net");
      place.remove();
      window.removeEventListener("afterprint", done);
    };
    window.addEventListener("afterprint", done);
    window.print();
  };
  return (
    <fieldset className="flex flex-col gap-1.5">
      <legend className="font-semibold">The net, to cut out</legend>
      <div className="flex flex-wrap items-center gap-2">
        <label>
          Scale 1 :{" "}
          <select
            className="field w-20"
            aria-label="Scale of the net"
            value={one}
            onChange={(event) => setChosen(Number(event.target.value))}
          >
            {all.map((n) => (
              <option key={n}>{n}</option>
            ))}
          </select>
        </label>
        <label className="flex items-center gap-1">
          <input type="checkbox" checked={flaps} onChange={(event) => setFlaps(event.target.checked)} />
          glue flaps
        </label>
      </div>
      <div className="flex items-center gap-2">
        <Button onClick={() => save(sheetFile(sheet(), name), `${name}-net.svg`, "image/svg+xml")}>SVG</Button>
        <Button onClick={print}>Print</Button>
        <span className="text-soft" data-testid="net-sheets">
          {count === 1 ? "one sheet of A4" : `${count} sheets of A4`}
        </span>
      </div>
    </fieldset>
  );
}

function MeshOut({ name, unit }: { name: string; unit: string }) {
  const store = useBenchStore();
  const [fineness, setFineness] = useState("medium");
  const [says, setSays] = useState<string | null>(null);
  const take = async (form: string, ending: string) => {
    try {
      const data = await api.mesh(store.getState().document, name, form, fineness);
      save(data, `${name}.${ending}`, "application/octet-stream");
      setSays(null);
    } catch (error) {
      setSays(error instanceof Refused ? error.message : "The file could not be written.");
    }
  };
  return (
    <fieldset className="flex flex-col gap-1.5">
      <legend className="font-semibold">As a mesh, in {unit === "unit" ? "plain units" : unit}</legend>
      <div className="flex flex-wrap items-center gap-2">
        <select
          className="field w-26"
          aria-label="How fine the mesh is"
          value={fineness}
          onChange={(event) => setFineness(event.target.value)}
        >
          <option>coarse</option>
          <option>medium</option>
          <option>fine</option>
        </select>
        <Button onClick={() => void take("stl", "stl")}>STL</Button>
        <Button onClick={() => void take("stl-text", "stl")}>STL as text</Button>
        <Button onClick={() => void take("obj", "obj")}>OBJ</Button>
        <Button title="Always in metres" onClick={() => void take("glb", "glb")}>
          glTF
        </Button>
      </div>
      {says ? <p className="says">{says}</p> : null}
    </fieldset>
  );
}

function MeshIn({ unit }: { unit: string }) {
  const input = useRef<HTMLInputElement>(null);
  const [answer, setAnswer] = useState<(MeshAnswer & { file: string }) | null>(null);
  const measure = async (file: File) => {
    try {
      setAnswer({ ...(await api.measureMesh(file)), file: file.name });
    } catch (error) {
      const says = error instanceof Refused ? error.message : "The file could not be read.";
      setAnswer({ ...NOTHING, says, file: file.name });
    }
  };
  const of = unit === "unit" ? "" : ` ${unit}`;
  return (
    <fieldset className="flex flex-col gap-1.5">
      <legend className="font-semibold">Measure a mesh file</legend>
      <input
        ref={input}
        type="file"
        accept=".stl,.obj"
        hidden
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) void measure(file);
          event.target.value = "";
        }}
      />
      <Button className="self-start" onClick={() => input.current?.click()}>
        Open STL or OBJ …
      </Button>
      {answer ? (
        <div role="status" data-testid="mesh">
          <p className="font-semibold break-words">{answer.file}</p>
          {answer.says ? (
            <p className="says">{answer.says}</p>
          ) : (
            <dl className="grid grid-cols-[auto_1fr] gap-x-3">
              <dt>volume</dt>
              <dd>{answer.closed ? `${tidy(answer.volume)}${of ? `${of}³` : ""}` : "none: the mesh is open"}</dd>
              <dt>surface</dt>
              <dd>
                {tidy(answer.surface)}
                {of ? `${of}²` : ""}
              </dd>
              <dt>box</dt>
              <dd>
                {answer.size.map((side) => tidy(side)).join(" × ")}
                {of}
              </dd>
              <dt>triangles</dt>
              <dd>{answer.triangles}</dd>
              <dt>closed</dt>
              <dd>
                {answer.closed
                  ? "yes"
                  : `no: ${answer.openEdges} open edges, such as ${answer.open
                      .slice(0, 2)
                      .map(([a, b]) => `${spot(a)} to ${spot(b)}`)
                      .join("; ")}`}
              </dd>
            </dl>
          )}
        </div>
      ) : null}
    </fieldset>
  );
}

const spot = (point: readonly number[]) => `(${point.map((value) => tidy(value)).join(", ")})`;
const NOTHING: MeshAnswer = {
  says: null,
  points: 0,
  triangles: 0,
  volume: 0,
  surface: 0,
  size: [],
  closed: false,
  openEdges: 0,
  open: [],
};
