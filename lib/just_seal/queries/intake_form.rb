# frozen_string_literal: true

module JustSeal
  module Queries
    # What stands in the form of an intake: what was typed, or else what the file offers, or else what the case file
    # begins with.
    class IntakeForm
      Given = Struct.new(:title, :particulars, keyword_init: true)

      def initialize(intake)
        @intake = intake
        @typed = intake.typed.to_h
        @defaults = CaseDefaults.of(intake.case_file).particulars.transform_values do |value|
          value.is_a?(Array) ? value : Core::Filing::Particulars.text(value)
        end
      end

      # One file alone has no particulars of its own: the batch's are its.
      def single = @single ||= files.size == 1 ? files.first : nil
      def files = @files ||= @intake.files_dataset.shown.order(:id).all

      def title(file)
        (@intake.template_id ? @typed["titles"].to_h["new"] : typed("titles", file)) || file.offers["title"].to_s
      end

      # The value of particular +name+ for all files; :typed, :read, :case_file or nil says where it comes from.
      def common(name)
        return [@typed["particulars"][name], :typed] if @typed["particulars"].to_h.key?(name)
        return [offered(single, name), :read] if single && offered(single, name)

        @defaults.key?(name) ? [@defaults[name], :case_file] : [nil, nil]
      end

      # The particulars of the class that differ for one file of several.
      def differing(file)
        @intake.record_class.particulars.reject { |item| blank?(own(file, item.fetch("name")).first) }
      end

      # The same for one file of several, where it differs.
      def own(file, name)
        mine = @typed.dig("own", file.id.to_s).to_h
        return [mine[name], :typed] if mine.key?(name)

        same = offered(file, name).nil? || offered(file, name) == common(name).first
        same ? [nil, nil] : [offered(file, name), :read]
      end

      def page_read(file, name) = file.offers.dig("particulars", name, "page")

      # What +file+ is kept with.
      def given(file)
        names = @intake.record_class.particulars.map { |item| item.fetch("name") }
        values = names.to_h do |name|
          mine = single ? nil : own(file, name).first
          [name, blank?(mine) ? common(name).first : mine]
        end
        Given.new(title: title(file), particulars: values)
      end

      private

      def offered(file, name) = file.offers.dig("particulars", name, "value")
      def typed(key, file) = @typed[key].to_h[file.id.to_s]
      def blank?(value) = Array(value).all? { |text| text.to_s.strip.empty? }
    end
  end
end
