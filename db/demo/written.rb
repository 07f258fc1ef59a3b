# frozen_string_literal: true

module JustSeal
  module Demo
    # What the office writes in place: clauses that it keeps, and a procedure.
    module Written
      CLAUSES = {
        "watch_called" => [
          "Whom to call",
          "<p>The harbour watch is called on channel 12, by day and by night, before anything else is done.</p>"
        ],
        "by_laws" => [
          "By-laws",
          "<p>The by-laws of Ravensholm Harbour Trust hold in all that is not said here. They hang at the watch.</p>"
        ]
      }.freeze
      TITLE = "Standing procedure 16, visitors on the quays"
      PARTICULARS = { "procedure_number" => "16", "units" => "Harbour master, Operations" }.freeze
      PROCEDURE = <<~HTML
        <h1>Standing procedure <span data-particular="procedure_number"></span></h1>
        <p>For <span data-particular="units"></span>. It says who lets visitors onto the quays, and who stays with
        them.</p>
        <ol class="clauses">
        <li><h2>Who may come</h2>
        <ol class="clauses">
        <li><p>Visitors come by day only, and never while a crane is at work.</p></li>
        <li><p>Whoever invites them writes them into the book at the gate.</p></li>
        </ol></li>
        <li><h2>Who stays with them</h2>
        <p>One of the staff stays with at most eight visitors.</p></li>
        </ol>
        <section data-clause="watch_called/1"></section>
        <table><tbody>
        <tr><th>Quay</th><th>Open to visitors</th></tr>
        <tr><td>East</td><td>Saturdays, 10 to 16</td></tr>
        <tr><td>Lock 2</td><td>never</td></tr>
        </tbody></table>
        <section data-clause="by_laws/1"></section>
        <p>In force from <span data-field="date" data-party="A" data-label="In force from"></span></p>
        <p>Harbour master <span data-field="signature" data-party="A"></span></p>
      HTML
    end
  end
end
