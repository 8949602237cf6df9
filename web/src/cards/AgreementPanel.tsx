import type { Agreement, Mathematics } from "../api/types";
import { Maths } from "../ui/Maths";

type Form = Agreement["forms"][number];

/** One measure by two forms, seen to agree, and what they come to at a special value. */
export function AgreementPanel({ agreements }: { agreements: Agreement[] }) {
  return (
    <div className="flex flex-col gap-4 p-1">
      {agreements.map((agreement) => (
        <section key={agreement.measure} aria-label={`Agreement: ${agreement.title}`}>
          <h3 className="text-sm font-semibold first-letter:uppercase">{agreement.title}</h3>
          <dl className="grid grid-cols-[max-content_1fr] gap-x-4 gap-y-1.5">
            {agreement.forms.map((form) => (
              <Row key={form.title} form={form} />
            ))}
          </dl>
          <Verdict agrees={agreement.agree} says="They agree: the same value, exactly." otherwise="They don't agree." />
          <dl className="mt-2 grid grid-cols-[max-content_1fr] gap-x-4 gap-y-1.5 border-t border-edge pt-2">
            {agreement.special.map((form) => (
              <Row key={form.title} form={form} />
            ))}
          </dl>
          <Verdict
            agrees={agreement.specialAgrees}
            says={`At a full turn it is ${agreement.special[1]?.title ?? "the whole"}.`}
            otherwise=""
          />
        </section>
      ))}
    </div>
  );
}

function Row({ form }: { form: Form }) {
  const pieces = [form.formula, form.numbers, form.value ? shown(form) : null].filter(
    (piece): piece is Mathematics => piece !== null,
  );
  return (
    <>
      <dt className="text-sm text-soft">{form.title}</dt>
      <dd className="overflow-x-auto">
        <Maths
          maths={{
            tex: pieces.map((piece) => piece.tex).join(" = "),
            text: pieces.map((piece) => piece.text).join(" = "),
          }}
        />
      </dd>
    </>
  );
}

function shown(form: Form): Mathematics {
  const value = form.value;
  return value ? value.shown : { tex: "", text: "" };
}

function Verdict({ agrees, says, otherwise }: { agrees: boolean | null; says: string; otherwise: string }) {
  if (agrees === null) return <p className="text-sm text-soft">Fill in radius and angle to see the numbers.</p>;
  return (
    <p className={`text-sm font-semibold ${agrees ? "text-pine" : "text-alarm"}`}>{agrees ? `✓ ${says}` : otherwise}</p>
  );
}
