# frozen_string_literal: true

module JustSeal
  module Web
    # What a program says of a record class: from JSON to a definition as DefineClass takes it.
    class ApiClass
      TEXTS = %w[title scope_note naming_rule filing_rule].freeze
      FLAGS = %w[needs_signature tells_values notes_readings stub_title].freeze
      OF_ITEM = %w[name label type help default unit pattern].freeze
      ITEM_FLAGS = %w[required listed].freeze
      OF_CHECK = %w[left operator right].freeze
      MOST = 2000

      # +body+: parsed JSON; +kept+: the definition in which everything stays that is not said.
      def initialize(body, kept)
        @body = body
        @kept = kept
      end

      # Raises Errors::Invalid keyed by place, where something has not the shape that is described.
      def definition
        texts = TEXTS.to_h { |name| [name, text(@body[name])] }
        flags = FLAGS.to_h { |name| [name, flag(name)] }
        said = { **texts, **flags, **lists, "circulators" => circulators, "paper" => paper }
        { **@kept, **said.compact, "code" => @kept["code"].empty? ? code : @kept["code"] }
      end

      private

      def refuse(place, problem = :not_known_here) = raise(Errors::Invalid, { place => problem })
      def text(value) = value.is_a?(String) ? value.scrub("")[0, MOST].gsub("\r\n", "\n") : nil
      def code = text(@body["code"]).to_s.strip.upcase
      def flag(name) = [true, false].include?(@body[name]) ? @body[name] : nil

      def lists
        {
          "particulars" => list("particulars") { |one| item(one) },
          "checks" => list("checks") { |one| texts_of(one, OF_CHECK) },
          "default_parties" => list("default_parties") { |one, place| default_party(one, place) }
        }
      end

      # nil where nothing is said.
      def list(name)
        given = @body[name]
        return if given.nil?

        refuse(name, :not_a_list_of_objects) unless given.is_a?(Array) && given.all?(Hash)
        given.each_with_index.map { |one, index| yield(one, "#{name}.#{index}") }
      end

      def texts_of(given, names) = given.slice(*names).transform_values { |value| text(value).to_s.strip }

      def item(given)
        plain = texts_of(given, OF_ITEM).reject { |_, value| value.empty? }
        flags = ITEM_FLAGS.select { |name| given[name] == true }.to_h { |name| [name, true] }
        more = {
          "decimals" => (given["decimals"] if given["decimals"].is_a?(Integer)),
          "options" => (given["options"].grep(String) if given["options"].is_a?(Array))
        }
        { "name" => "", "label" => "", "type" => "text", "required" => false, **plain, **more.compact, **flags }
      end

      def default_party(given, place)
        act = given.fetch("act", "sign")
        refuse("#{place}.act") unless Core::Dockets::Readiness::ACTS.include?(act)
        ref = given["ref"]
        refuse("#{place}.ref") unless ref.is_a?(given["source"] == "particular" ? String : Integer)
        { "turn" => given["turn"], "act" => act, "source" => given["source"], "ref" => ref }
      end

      # Who may send its records round; {} for whoever may send.
      def circulators
        given = part("circulators") or return
        roles, people = given.values_at("roles", "people").map { |list| list.is_a?(Array) ? list : [] }
        refuse("circulators.roles") unless (roles - Core::Rights::TABLE.fetch(:send)).empty?
        { "roles" => roles, "people" => people.grep(Integer) }.reject { |_, list| list.empty? }
      end

      # On which terms its records are signed on paper; {} for not at all.
      def paper
        given = part("paper") or return
        shows, place = given.values_at("shows", "place")
        refuse("paper.shows") unless shows.nil? || Core::Paper::Terms::SHOWS.include?(shows)
        ticked = Core::Paper::Terms::KEYS.select { |key| given[key] == true }.to_h { |key| [key, true] }
        { **ticked, "shows" => ("pages" if shows == "pages"), "place" => text(place) }.compact
      end

      def part(name)
        given = @body[name]
        given.nil? || given.is_a?(Hash) ? given : refuse(name, :not_a_list_of_objects)
      end
    end
  end
end
