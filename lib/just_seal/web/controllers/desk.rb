# frozen_string_literal: true

module JustSeal
  module Web
    # The Desk: what needs me.
    class Desk < Base
      get "/" do
        show_page Pages::Desk::Show.new(context, Queries::Desk.new(account, now: office.now, sight: sight))
      end

      # Deadlines of what waits for me, and of what I have sent, for a calendar.
      get "/deadlines.ics" do
        content_type DeadlineCalendar::MIME
        attachment DeadlineCalendar::NAME
        DeadlineCalendar.of(Queries::Deadlines.of(account), office: office, now: office.now)
      end

      # The find box of the top line: leads to the record or docket with that very number, or to the records that match.
      get "/find" do
        text = text_param("find", most: 100).strip
        number = text.upcase
        redirect "/dockets/#{number}" if sight.dockets.where(number: number).any?
        redirect "/records/#{number}" if sight.records.where(number: number).any?
        redirect "/records?#{URI.encode_www_form(find: text)}"
      end
    end
  end
end
