# frozen_string_literal: true

require_relative "../spec/spec_helper"

# Prints what it measures, and fails only where what is measured is not done.
RSpec.describe "Large forms, measured", :database, :system do
  runs = 15
  clock = -> { Process.clock_gettime(Process::CLOCK_MONOTONIC) }
  middle = lambda do |&work|
    times = Array.new(runs) { clock.call.then { |began| work.call && ((clock.call - began) * 1000) } }
    times.sort[runs / 2]
  end

  # Texts, numbers that are summed up, and fields that hang on a choice.
  def fields_of(count)
    plain = Array.new(count - 3) do |index|
      kind = index.even? ? "number" : "text"
      field("A", kind, y: 20.0 + (index * 12)).merge(
        "key" => "#{kind}_#{index}",
        "settings" => { "label" => "Field #{index}", **(index % 10 == 9 ? { "shown_when" => "number_0 > 1" } : {}) }
      )
    end
    numbers = plain.map { |one| one["key"] }.grep(/number/).first(20)
    sum = field("A", "computed").merge("key" => "sum", "settings" => { "formula" => numbers.join(" + ") })
    [*plain, sum, field("A"), field("B")]
  end

  def room(count)
    draft = ready_draft
    JustSeal::Operations::PlaceFields.call(
      staff(:maren),
      number: draft.number,
      edits: draft.edits,
      fields: fields_of(count)
    )
    docket = JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number).tap { work_jobs }
    enter_room(docket, "A").first
  end

  it "says how long a typed value takes in a room of 60 fields" do
    few, many = [6, 60].map do |count|
      visitor = room(count)
      number = 0
      middle.call do
        number += 1
        result = JustSeal::Operations::SaveTyped.call(visitor, typed: { "number_0" => number.to_s })
        expect(result.values["number_0"]).to eq(number.to_s)
      end
    end
    puts format("\na value in a room of 60 fields %6.1f ms; %.1f times one of 6 (%.1f ms)", many, many / few, few)
  end

  it "says how long a draft of 26 parties with phrases takes to save" do
    draft = ready_draft
    letters = ("A".."Z").to_a
    parties = letters.each_with_index.map do |letter, index|
      name = "Party #{letter}"
      { letter: letter, turn: index + 1, act: "approve", kind: "outside", name: name, email: "#{letter}@p.example" }
    end
    save = lambda do |rows|
      JustSeal::Operations::EditDocket.call(
        staff(:maren),
        number: draft.number,
        edits: draft.refresh.edits,
        title: draft.title,
        message: "",
        deadline: draft.deadline,
        parties: rows
      )
    end
    began = clock.call
    save.call(parties.map { |row| row.merge(phrase: "a phrase of #{row[:letter]}") })
    first = (clock.call - began) * 1000
    again = middle.call { save.call(parties) }
    expect(draft.parties_dataset.exclude(phrase_hash: nil).count).to eq(26)
    puts format("\na draft of 26 parties saves in %6.1f ms; with 26 new phrases once in %.0f ms", again, first)
  end

  it "says how long a record of 300 pages takes to show its first page, beside bare pdf.js" do
    record = capture(bytes: pdf(*Array.new(300) { |page| "Page #{page + 1} of the survey" }))
    prepare_server
    sign_in :maren
    address = "/records/#{record.number}/versions/1"
    in_page = lambda do |script|
      command = { expression: "(async () => {#{script}})()", awaitPromise: true, returnByValue: true }
      page.driver.browser.page.command("Runtime.evaluate", **command).dig("result", "value")
    end
    ours = Array.new(9) do
      visit "/records"
      visit address
      in_page.call(<<~JS)
        const shown = () => document.querySelector(".pdf-page[data-page='1'][data-drawn]");
        while (!shown()) await new Promise((done) => requestAnimationFrame(done));
        return performance.now();
      JS
    end.min
    bare = Array.new(9) do
      visit "/check"
      in_page.call(<<~JS)
        const began = performance.now();
        const pdfjs = await import("/vendor/pdfjs/pdf.min.mjs");
        pdfjs.GlobalWorkerOptions.workerSrc = "/vendor/pdfjs/pdf.worker.min.mjs";
        const bytes = await (await fetch("#{address}/file?inline=1")).arrayBuffer();
        const pdf = await pdfjs.getDocument({ data: new Uint8Array(bytes) }).promise;
        const first = await pdf.getPage(1);
        const viewport = first.getViewport({ scale: 1.2 });
        const canvas = document.createElement("canvas");
        Object.assign(canvas, { width: viewport.width, height: viewport.height });
        await first.render({ canvas, viewport }).promise;
        return performance.now() - began;
      JS
    end.min
    puts format("\nthe first of 300 pages %6.0f ms; %.1f times bare pdf.js (%.0f ms)", ours, ours / bare, bare)
  end
end
