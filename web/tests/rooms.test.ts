import { readdirSync, readFileSync, statSync } from "node:fs";
import { dirname, join, normalize, relative } from "node:path";
import { describe, expect, it } from "vitest";

/* The rooms of the web app as docs/architecture.md lists them: each imports only those above it. */

const SRC = join(import.meta.dirname, "../src");
const doc = readFileSync(join(import.meta.dirname, "../../docs/architecture.md"), "utf8");
const list = doc.slice(doc.indexOf("## The rooms of the web app"), doc.indexOf("## Where what is to come"));
const ROOMS = [...list.matchAll(/^\d+\. `(\w+)`/gm)].map(([, name]) => name ?? "");

function filesIn(folder: string): string[] {
  return readdirSync(folder).flatMap((name) => {
    const path = join(folder, name);
    return statSync(path).isDirectory() ? filesIn(path) : /\.tsx?$/.test(name) ? [path] : [];
  });
}

const files = filesIn(SRC).map((path) => relative(SRC, path));
const stem = (path: string) => path.replace(/\.tsx?$/, "");
const imports = new Map(
  files.map((file) => {
    const text = readFileSync(join(SRC, file), "utf8");
    const paths = [...text.matchAll(/(?:from|import\()\s*"(\.[^"]+)"/g)].map(([, path]) =>
      normalize(join(dirname(file), path ?? "")),
    );
    const known = paths.flatMap(
      (path) => files.find((other) => stem(other) === path || stem(other) === `${path}/index`) ?? [],
    );
    return [file, known] as const;
  }),
);
const room = (file: string) => file.split("/")[0] ?? "";

describe("the rooms of the web app", () => {
  it("are those that the overview lists", () => {
    expect(new Set(files.map(room).filter((name) => !/\.tsx?$/.test(name)))).toEqual(new Set(ROOMS));
  });

  it("import only what is above them", () => {
    const wrong = [...imports].flatMap(([file, others]) =>
      others
        .filter(
          (other) =>
            room(file) !== room(other) && file !== "main.tsx" && ROOMS.indexOf(room(other)) > ROOMS.indexOf(room(file)),
        )
        .map((other) => `${file} → ${other}`),
    );
    expect(wrong).toEqual([]);
  });

  it("have no files that import one another in a circle", () => {
    const done = new Set<string>();
    const visit = (file: string, path: string[]) => {
      expect(path, [...path, file].join(" → ")).not.toContain(file);
      if (done.has(file)) return;
      for (const other of imports.get(file) ?? []) visit(other, [...path, file]);
      done.add(file);
    };
    for (const file of files) visit(file, []);
  });
});
