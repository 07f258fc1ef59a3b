# frozen_string_literal: true

require "prometheus/client"
require "prometheus/client/data_stores/direct_file_store"

module JustSeal
  module Web
    # What is measured: requests as they are answered, and the office's condition when somebody asks.
    module Measures
      BUCKETS = [0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5].freeze
      REGISTRY = Prometheus::Client::Registry.new
      # gauge => its labels; what each says is under metrics in the locale files
      GAUGES = {
        just_seal_jobs_waiting: [:kind],
        just_seal_jobs_oldest_seconds: [:kind],
        just_seal_jobs_failed: [],
        just_seal_sealing_waiting: [],
        just_seal_sealing_oldest_seconds: [],
        just_seal_mails_waiting: [],
        just_seal_mails_oldest_seconds: [],
        just_seal_checkpoint_age_seconds: [],
        just_seal_certificate_end_seconds: [:name],
        just_seal_records_due: [],
        just_seal_records_held: [],
        just_seal_renewals_failed: [],
        just_seal_disk_free_share: []
      }.freeze

      class << self
        # Processes of one machine count in files of +folder+; called once in each, before anything is measured.
        def begin(folder)
          return if @requests

          store = Prometheus::Client::DataStores::DirectFileStore.new(dir: folder)
          Prometheus::Client.config.data_store = store
          @requests = REGISTRY.counter(
            :just_seal_requests_total,
            docstring: said(:just_seal_requests_total),
            labels: %i[method place status]
          )
          @seconds = REGISTRY.histogram(
            :just_seal_request_seconds,
            docstring: said(:just_seal_request_seconds),
            labels: %i[place],
            buckets: BUCKETS
          )
          @gauges = GAUGES.to_h { |name, labels| [name, gauge(name, labels)] }
        end

        # A request to +place+ (a key of Routes::PLACES) that was answered.
        def answered(method, place, status, seconds)
          return unless @requests

          @requests.increment(labels: { method: method, place: place, status: status })
          @seconds.observe(seconds, labels: { place: place })
        end

        # +condition+: Queries::OfficeCondition.
        def take(condition)
          condition.jobs.each do |kind, found|
            set(:just_seal_jobs_waiting, found.count, kind: kind)
            set(:just_seal_jobs_oldest_seconds, found.seconds, kind: kind)
          end
          forget_jobs(condition.jobs.keys)
          { sealing: condition.sealing, mails: condition.mails }.each do |what, found|
            set(:"just_seal_#{what}_waiting", found.count)
            set(:"just_seal_#{what}_oldest_seconds", found.seconds)
          end
          take_rest(condition)
        end

        private

        def gauge(name, labels)
          settings = { aggregation: :most_recent }
          REGISTRY.gauge(name, docstring: said(name), labels: labels, store_settings: settings)
        end

        def said(name) = I18n.t("metrics.#{name}")

        # Kinds of which nothing waits any more.
        def forget_jobs(present)
          known = @gauges.fetch(:just_seal_jobs_waiting).values.keys.map { |labels| labels[:kind] || labels["kind"] }
          (known - present).each do |kind|
            set(:just_seal_jobs_waiting, 0, kind: kind)
            set(:just_seal_jobs_oldest_seconds, 0, kind: kind)
          end
        end

        def take_rest(condition)
          set(:just_seal_jobs_failed, condition.failed)
          set(:just_seal_checkpoint_age_seconds, condition.checkpoint_seconds || -1)
          take_keeping(condition.keeping)
          set(:just_seal_disk_free_share, condition.free) if condition.free
          condition.endings.each do |ending|
            set(:just_seal_certificate_end_seconds, ending.ends_at.to_i, name: "#{ending.name} #{ending.subject}")
          end
        end

        def take_keeping(figures)
          set(:just_seal_records_due, figures[:due])
          set(:just_seal_records_held, figures[:held])
          set(:just_seal_renewals_failed, figures[:unrenewed])
        end

        def set(name, value, **labels) = @gauges.fetch(name).set(value, labels: labels)
      end
    end
  end
end
