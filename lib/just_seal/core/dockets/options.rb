# frozen_string_literal: true

require "uri"

module JustSeal
  module Core
    module Dockets
      # What a sender can set for a docket beyond who, where and when.
      #
      # "download": may a party save a copy before it acts; "mark": is a mark laid across copies that are not sealed;
      # "paper": may parties sign on paper, also where the class does not say so;
      # "password": are copies that go out by mail put into a file with a password; "return_to": where a party may go
      # on to after it acted (https, or http on this machine); "haste": why it is urgent, where it is; "text_words":
      # what a text message that invites says before its link.
      module Options
        TICKED = %w[download mark paper].freeze
        MAX_ADDRESS = 500
        # What is one line of text => its most characters.
        LINES = { "haste" => 200, "text_words" => Channels::MAX_OWN_WORDS }.freeze
        # Those who are told of an end although they are no parties.
        TOLD_OF = %w[sealed refused lapsed].freeze
        MAX_TOLD = 20

        module_function

        # [options to keep, {place => sentence}] of what was +given+ ({name => text}).
        def read(given)
          address = given["return_to"].to_s.strip
          ticked = TICKED.select { |name| given[name].to_s == "1" || given[name] == true }
          kept = ticked.to_h { |name| [name, true] }
          kept["return_to"] = address unless address.empty?
          lines = LINES.keys.to_h { |name| [name, Filing::SafeName.line(given[name].to_s)] }
          [kept.merge(lines.reject { |_, text| text.empty? }), problems(address, lines)]
        end

        def problems(address, lines)
          long = LINES.select { |name, limit| lines.fetch(name).length > limit }
          found = long.transform_values { |limit| Problem.new(:too_long, limit: limit) }
          found["return_to"] = :not_a_web_address unless address.empty? || address?(address)
          found
        end

        def address?(text)
          uri = URI.parse(text)
          text.length <= MAX_ADDRESS && uri.is_a?(URI::HTTP) && !uri.host.to_s.empty? && uri.userinfo.nil?
        rescue URI::InvalidURIError
          false
        end

        # [[{"name" =>, "email" =>, "of" => [some of TOLD_OF]}, ...], sentence or nil] of lines "Name <address>" or
        # "address"; +of+: some of TOLD_OF.
        def told(text, of)
          of &= TOLD_OF
          people = text.to_s.split(/[\n;]/).map(&:strip).reject(&:empty?).map { |line| person(line, of) }
          wrong = people.map { |person| person["email"] }.reject { |address| Address.valid?(address) }
          return [people, Problem.new(:not_addresses, addresses: wrong)] if wrong.any?
          return [people, Problem.new(:too_many_told, limit: MAX_TOLD)] if people.size > MAX_TOLD

          [people.uniq { |person| Address.normal(person["email"]) }, people.any? && of.empty? ? :told_of_nothing : nil]
        end

        # What +told+ made of lines, as lines again.
        def told_lines(people)
          lines = people.map do |one|
            one["name"] == one["email"] ? one["email"] : "#{one["name"]} <#{one["email"]}>"
          end
          lines.join("\n")
        end

        def person(line, of)
          {
            "name" => Filing::SafeName.line(line.sub(/\s*<[^<>]*>\z/, ""))[0, 200],
            "email" => line[/<([^<>]*)>\z/, 1] || line,
            "of" => of
          }
        end
      end
    end
  end
end
