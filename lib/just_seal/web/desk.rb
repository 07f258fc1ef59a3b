# frozen_string_literal: true

module JustSeal
  module Web
    # The Desk: what needs me.
    class Desk < Base
      get "/" do
        desk = Queries::Desk.new(account, now: office.now)
        page :"desk/show",
          title: "Desk",
          place: "Desk",
          to_act: desk.to_act,
          to_act_count: desk.to_act_count,
          late: desk.late,
          out: desk.out,
          out_count: desk.out_count,
          drafts: desk.drafts,
          waivers: desk.waivers,
          conflicts: desk.conflicts,
          watches: desk.watches,
          inquiries: desk.inquiries,
          ended: desk.ended,
          to_be_sent: may?(:prepare) ? Queries::RecordList.to_be_sent(sight, size: 6).page.rows : [],
          to_be_sent_count: Queries::RecordList.to_be_sent_count(sight, most: Queries::Desk::MOST_COUNTED),
          intakes: may?(:capture) ? desk.intakes : []
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
