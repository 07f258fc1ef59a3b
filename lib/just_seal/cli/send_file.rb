# frozen_string_literal: true

require "optparse"

module JustSeal
  module Cli
    # `bin/justseal send FILE --class CODE --case-file CODE --title TEXT [--value NAME=TEXT ...]
    # [--template CODE --person A.name=TEXT ... --ask NAME=TEXT ... | --party "NAME <ADDRESS>" ...]
    # [--days N] [--draft]`
    module SendFile
      extend ByToken

      PARTY = /\A\s*(.+?)\s*<([^<>]+)>\s*\z/
      # Where the signatures of parties stand without a template: at the foot of the last page, one above the other.
      FOOT = { "kind" => "signature", "x" => 72, "width" => 180, "height" => 36 }.freeze
      GAP = 44
      USUAL_DAYS = 10

      module_function

      def options(parser, given)
        %i[class title template case_file].each do |name|
          parser.on("--#{name.to_s.tr("_", "-")} TEXT") { |text| given[name] = text }
        end
        pairs(parser, given)
        parser.on("--party TEXT") { |text| given[:parties] << party(text) }
        parser.on("--days NUMBER", Integer) { |days| given[:days] = days }
        parser.on("--draft") { given[:draft] = true }
      end

      def pairs(parser, given)
        parser.on("--value PAIR") { |text| given[:values].store(*pair(text)) }
        parser.on("--ask PAIR") { |text| given[:ask].store(*pair(text)) }
        parser.on("--person PAIR") { |text| person(given[:people], *pair(text)) }
      end

      # Captures, prepares and, unless it is to stay a draft, sends.
      def done(client, file, given)
        raise OptionParser::MissingArgument, "--party" unless given[:template] || given[:parties].any?

        record = client.bring("/records", form(given), file)
        warn Cli.say("send_file.captured", number: record["number"])
        docket = client.post("/dockets", asked(client, record, given))
        warn Cli.say("send_file.prepared", number: docket["number"])
        docket = client.post("/dockets/#{docket["number"]}/send") unless given[:draft]
        { "record" => record["number"], "docket" => docket["number"], "state" => docket["state"] }
      end

      def form(given)
        values = given[:values].transform_keys { |name| "particulars[#{name}]" }
        given.slice(:class, :title, :case_file).transform_keys(&:to_s).merge(values)
      end

      def asked(client, record, given)
        return template(record, given) if given[:template]

        page = client.get("/records/#{record["number"]}")["versions"].last["pages"]
        {
          "record" => record["number"],
          "deadline_days" => given.fetch(:days, USUAL_DAYS),
          "parties" => given[:parties],
          "fields" => given[:parties].each_index.map do |index|
            { **FOOT, "party" => Core::Dockets::Letters::ALL[index], "page" => page, "y" => 60 + (index * GAP) }
          end
        }
      end

      def template(record, given)
        said = { "people" => given[:people], "ask" => given[:ask] }
        { "record" => record["number"], "template" => given[:template], **said }
      end

      def party(text)
        name, email = text.match(PARTY)&.captures
        raise OptionParser::InvalidArgument, text unless name

        { "name" => name, "email" => email }
      end

      # "A.name" and what it is.
      def person(people, key, text)
        letter, part = key.split(".", 2)
        (people[letter] ||= {})[part.to_s] = text
      end
    end
  end
end
