# frozen_string_literal: true

require "kramdown"

module JustSeal
  module Web
    # The user guide of docs/guide, as pages; and which part of it is about which place.
    module Guide
      FOLDER = File.join(ROOT, "docs", "guide")
      PICTURES = File.join(ROOT, "docs", "screenshots")
      INDEX = "index"
      # One chapter: +html+ is SafeHtml, +title+ its heading, +anchors+ where one can be led to.
      Chapter = Core::Value.of(:name, :title, :html, :anchors)

      # What its links and pictures are called as files => as pages.
      OF_CHAPTER = /href="(\w+)\.md(#[^"]*)?"/
      OF_PICTURE = %r{src="\.\./screenshots/([\w-]+\.png)"}
      # Documents of whoever looks after the machine stay files.
      OF_FILE = %r{<a href="\.\./[\w-]+\.md">(.*?)</a>}

      # The beginning of a path => chapter and heading; the first that fits.
      ABOUT = {
        %r{\A/(rules|records)/repositories} => "administrator#repositories-of-others",
        %r{\A/records/([^/]+/)?write} => "sender#write-a-document",
        %r{\A/records/capture/\d+} => "sender#capture-many-at-once",
        %r{\A/records/capture} => "sender#capture-documents",
        %r{\A/(records/due|rules/retention)} => "administrator#how-long-records-are-kept",
        %r{\A/records/disposals} => "administrator#let-records-go",
        %r{\A/records/transfers} => "administrator#hand-records-over",
        %r{\A/records/holds} => "administrator#holds",
        %r{\A/records/case-files} => "administrator#case-files",
        %r{\A/records/[^/]+/edit} => "sender#correct-a-record",
        %r{\A/records/[^/]+/versions} => "sender#read-a-record",
        %r{\A/(records|find)} => "sender#find-records",
        %r{\A/contacts} => "sender#contacts-and-groups",
        %r{\A/dockets/[^/]+/(documents|parties|template|as-template|newest)} => "sender#say-who-acts",
        %r{\A/dockets/[^/]+/fields} => "sender#place-the-fields",
        %r{\A/dockets/[^/]+/check} => "sender#check-and-send",
        %r{\A/dockets} => "sender#follow-a-docket",
        %r{\A/circulations} => "sender#one-document-to-many",
        %r{\A/evidence/inquiries} => "auditor#inquiries",
        %r{\A/evidence/entries} => "auditor#find-entries",
        %r{\A/evidence/watches} => "compliance#standing-questions",
        %r{\A/evidence/checkpoints} => "auditor#checkpoints",
        %r{\A/evidence/algorithms} => "compliance#algorithms",
        %r{\A/evidence/health} => "administrator#keep-proofs-alive",
        %r{\A/evidence} => "auditor#evidence",
        %r{\A/check} => "auditor#check-a-file",
        %r{\A/rules/rulebook} => "compliance#the-rulebook",
        %r{\A/rules/consent} => "compliance#consent-texts",
        %r{\A/rules/docket-templates} => "sender#docket-templates",
        %r{\A/rules/clauses} => "administrator#clauses",
        %r{\A/rules/field-sets} => "administrator#field-sets",
        %r{\A/rules/ways-in} => "administrator#ways-in",
        %r{\A/rules/instructions} => "administrator#standing-instructions",
        %r{\A/(rules/tokens|rules/webhooks|api/|cmis)} => "administrator#programs",
        %r{\A/rules/(staff|units)} => "administrator#staff-and-units",
        %r{\A/rules/(office|mails)} => "administrator#the-office",
        %r{\A/rules/sign-on} => "administrator#signing-on-elsewhere",
        %r{\A/rules/condition} => "administrator#watch-the-office",
        %r{\A/rules/authorities} => "administrator#keys-and-authorities",
        %r{\A/rules/working-days} => "administrator#working-days",
        %r{\A/rules} => "administrator#record-classes",
        %r{\A/setup} => "administrator#first-steps",
        %r{\A/(account|second-step|welcome|forgotten)} => "sender#your-account",
        %r{\A/(room|visit|pad)} => "signer#open-the-link",
        %r{\A/copies} => "signer#your-copy",
        %r{\A/\z} => "sender#the-desk"
      }.freeze

      module_function

      # {name => Chapter}, the index first.
      def chapters = CHAPTERS

      # Where the guide speaks of the page at +path+: "sender#the-desk", or the index.
      def about(path) = ABOUT.find { |pattern, _| pattern.match?(path) }&.last || INDEX

      # The file of a picture, nil where the guide has none of that name.
      def picture(name)
        path = File.join(PICTURES, "#{name}.png")
        path if name.match?(/\A[\w-]+\z/) && File.file?(path)
      end

      def read(path)
        html = Kramdown::Document.new(File.read(path)).to_html
        html = html.gsub(OF_CHAPTER) { %(href="/help/#{Regexp.last_match(1)}#{Regexp.last_match(2)}") }
        html = html.gsub(OF_PICTURE) { %(src="/help/pictures/#{Regexp.last_match(1)}") }.gsub(OF_FILE, '\1')
        name = File.basename(path, ".md")
        anchors = html.scan(/<h\d id="([^"]+)"/).flatten
        Chapter.new(name: name, title: html[%r{<h1[^>]*>(.*?)</h1>}, 1], html: SafeHtml.new(html), anchors: anchors)
      end

      CHAPTERS = %w[index sender signer administrator compliance auditor].to_h do |name|
        [name, read(File.join(FOLDER, "#{name}.md"))]
      end.freeze
    end
  end
end
